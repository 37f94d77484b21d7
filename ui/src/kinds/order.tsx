import { Prose } from "../parts/prose";
import { letter } from "../parts/words";
import { Cap } from "../parts/button";
import { Frame, KeyLine, Line } from "./frame";
import { EditOptions, entries } from "./options";
import type { Asking, Room } from "./room";

/** put places a step next, or takes it back from where it stands. */
const put = ({ given, change }: Asking, id: string) => {
  const all = given.options ?? [];
  change({ options: all.includes(id) ? all.filter((x) => x !== id) : [...all, id] });
};

const moved = (all: string[], id: string, by: number) => {
  const at = all.indexOf(id);
  const to = at + by;
  if (to < 0 || to >= all.length) return all;
  const out = all.filter((x) => x !== id);
  out.splice(to, 0, id);
  return out;
};

/** order asks in which order its options come: each is placed by its key, one after the other. */
export const order: Room = {
  name: "Order",
  Ask: (p) => {
    const placed = p.given.options ?? [];
    return (
      <Frame of={p.item}>
        <p className="mt-4 text-[13px] text-ink-2">Choose what comes first, then what comes next; choosing again takes it back.</p>
        <div role="group" aria-label="Steps" className="mt-2">
          {p.item.options.map((o, i) => {
            const at = placed.indexOf(o.id);
            return (
              <button key={o.id} type="button" aria-pressed={at >= 0} className="opt" data-chosen={at >= 0 || undefined} onClick={() => put(p, o.id)}>
                <b className="num text-eye">{at >= 0 ? at + 1 : ""}</b>
                <em>
                  <span className="sr-only">{letter(i)}</span>
                  <Cap name={letter(i)} />
                </em>
                <span>
                  <Prose text={o.text} />
                </span>
                <small>{at >= 0 ? `comes ${at + 1}.` : ""}</small>
                <span />
              </button>
            );
          })}
        </div>
      </Frame>
    );
  },
  keys: (p) => [
    ...p.item.options.map((o, i) => ({ key: letter(i), does: `Step ${letter(i)} comes next, or is taken back`, press: () => put(p, o.id) })),
    { key: "Backspace", does: "Take the last step back", press: () => p.change({ options: (p.given.options ?? []).slice(0, -1) }) },
  ],
  Outcome: ({ item }) => {
    const f = item.feedback!;
    const right = f.key.order ?? [];
    const mine = f.given.options ?? [];
    return (
      <Frame of={item}>
        <div className="mt-6">
          {right.map((id, i) => {
            const at = mine.indexOf(id);
            return (
              <Line key={id} state={at === i ? "right" : "wrong"} name={String(i + 1)} aside={at === i ? "right" : at < 0 ? "left out" : `you had it ${at + 1}.`}>
                <Prose text={item.options.find((o) => o.id === id)?.text ?? ""} />
              </Line>
            );
          })}
        </div>
      </Frame>
    );
  },
  Shown: ({ question: q }) => (
    <Frame of={q}>
      <ul className="mt-[18px]">
        {q.options.map((o, i) => (
          <li key={o.id} className="grid grid-cols-[30px_1fr] gap-x-2.5 border-t border-line py-2.5 last:border-b">
            <b>{letter(i)}</b>
            <span className="font-read text-[15px]">
              <Prose text={o.text} />
            </span>
          </li>
        ))}
      </ul>
      {q.revealed && <KeyLine>{(q.revealed.question.key.order ?? []).map((id) => letter(q.options.findIndex((o) => o.id === id))).join(", ")}</KeyLine>}
    </Frame>
  ),
  fresh: { options: entries("abc"), key: { order: ["a", "b", "c"] } },
  Edit: ({ draft: d, change }) => {
    const all = (d.key.order ?? []).filter((id) => d.options?.some((o) => o.id === id));
    const text = (id: string) => d.options?.find((o) => o.id === id)?.text ?? "";
    return (
      <>
        <EditOptions
          legend="Steps"
          named="Step"
          list={d.options ?? []}
          change={(options) => change({ options, key: { order: [...all.filter((id) => options.some((o) => o.id === id)), ...options.filter((o) => !all.includes(o.id)).map((o) => o.id)] } })}
        />
        <fieldset>
          <legend className="label mb-1">Key: the order in which they come</legend>
          <ol>
            {all.map((id, i) => (
              <li key={id} className="grid grid-cols-[20px_1fr_auto_auto] items-center gap-2 border-t border-line py-1">
                <b className="num">{i + 1}</b>
                <span>{text(id)}</span>
                <button type="button" className="btn px-2!" data-size="small" aria-label={`“${text(id)}” comes earlier`} disabled={i === 0} onClick={() => change({ key: { order: moved(all, id, -1) } })}>
                  ↑
                </button>
                <button type="button" className="btn px-2!" data-size="small" aria-label={`“${text(id)}” comes later`} disabled={i === all.length - 1} onClick={() => change({ key: { order: moved(all, id, 1) } })}>
                  ↓
                </button>
              </li>
            ))}
          </ol>
        </fieldset>
      </>
    );
  },
};
