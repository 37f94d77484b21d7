import type { DrillItem } from "../api/client";
import { Cap } from "../parts/button";
import { Prose } from "../parts/prose";
import { letter } from "../parts/words";
import { Frame, KeyLine, Line } from "./frame";
import { EditOptions, entries } from "./options";
import type { Room } from "./room";

const of = (pairs: string[][] | undefined, id: string) => pairs?.find((p) => p[0] === id)?.[1] ?? "";
const put = (pairs: string[][] | undefined, id: string, to: string) => [...(pairs ?? []).filter((p) => p[0] !== id), ...(to ? [[id, to]] : [])];
const box = (id: string) => `match-${id}`;

function Columns({ item }: { item: Pick<DrillItem, "matches"> }) {
  return (
    <ul className="mt-4 border-t border-line pt-2.5">
      {item.matches.map((m) => (
        <li key={m.id} className="grid grid-cols-[30px_1fr] gap-x-2.5 py-1">
          <b>{m.id}</b>
          <span className="font-read text-[15px]">
            <Prose text={m.text} />
          </span>
        </li>
      ))}
    </ul>
  );
}

/** match asks which of a second column each of its options belongs to. */
export const match: Room = {
  name: "Match",
  Ask: ({ item, given, change }) => (
    <Frame of={item}>
      <div role="group" aria-label="What belongs together" className="mt-6">
        {item.options.map((o, i) => (
          <div key={o.id} className="grid grid-cols-[26px_1fr] items-baseline gap-3 border-t border-line py-2.5 last:border-b sm:grid-cols-[26px_1fr_minmax(0,45%)]">
            <Cap name={letter(i)} />
            <label htmlFor={box(o.id)} className="font-read text-[17px]">
              <Prose text={o.text} />
            </label>
            <select id={box(o.id)} className="field col-start-2 sm:col-start-3" value={of(given.pairs, o.id)} onChange={(e) => change({ pairs: put(given.pairs, o.id, e.target.value) })}>
              <option value="">belongs to …</option>
              {item.matches.map((m) => (
                <option key={m.id} value={m.id}>
                  {m.id} {m.text}
                </option>
              ))}
            </select>
          </div>
        ))}
      </div>
    </Frame>
  ),
  keys: ({ item }) => item.options.map((o, i) => ({ key: letter(i), does: `Say what ${letter(i)} belongs to`, press: () => document.getElementById(box(o.id))?.focus() })),
  Outcome: ({ item }) => {
    const f = item.feedback!;
    const text = (id: string) => item.matches.find((m) => m.id === id)?.text ?? "nothing";
    return (
      <Frame of={item}>
        <div className="mt-6">
          {item.options.map((o, i) => {
            const right = of(f.key.pairs, o.id);
            const mine = of(f.given.pairs, o.id);
            return (
              <Line key={o.id} state={right === mine ? "right" : "wrong"} name={letter(i)} aside={right === mine ? "right" : `you said ${text(mine)}`}>
                <Prose text={o.text} /> – <Prose text={text(right)} />
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
        {q.options.map((o) => (
          <li key={o.id} className="grid grid-cols-[30px_1fr] gap-x-2.5 border-t border-line py-2.5 last:border-b">
            <b>{o.id}</b>
            <span className="font-read text-[15px]">
              <Prose text={o.text} />
            </span>
          </li>
        ))}
      </ul>
      <Columns item={q} />
      {q.revealed && <KeyLine>{(q.revealed.question.key.pairs ?? []).map((p) => p.join(" – ")).join(", ")}</KeyLine>}
    </Frame>
  ),
  fresh: { options: entries("abc"), matches: entries("123"), key: { pairs: [] } },
  Edit: ({ draft: d, change }) => (
    <>
      <EditOptions legend="Entries, and what each belongs to" named="Entry" list={d.options ?? []} change={(options) => change({ options })} />
      <EditOptions legend="What they belong to" named="Match" list={d.matches ?? []} change={(matches) => change({ matches })} />
      <fieldset>
        <legend className="label mb-1">Key</legend>
        {(d.options ?? []).map((o, i) => (
          <label key={o.id} className="grid grid-cols-[1fr_1fr] items-baseline gap-3 border-t border-line py-1">
            <span>
              {letter(i)} {o.text}
            </span>
            <select className="field" value={of(d.key.pairs, o.id)} onChange={(e) => change({ key: { pairs: put(d.key.pairs, o.id, e.target.value) } })}>
              <option value="">nothing</option>
              {(d.matches ?? []).map((m) => (
                <option key={m.id} value={m.id}>
                  {m.text}
                </option>
              ))}
            </select>
          </label>
        ))}
      </fieldset>
    </>
  ),
};
