import type { ReactNode } from "react";
import type { Benched, DrillItem, Question } from "../api/client";
import { Button, Cap } from "../parts/button";
import { Prose } from "../parts/prose";
import { letter } from "../parts/words";
import { confidences, Frame, Line } from "./frame";
import type { Editing, Room } from "./room";

/** Offer is what stands in an option that can be chosen: its text, and its letter on the key that chooses it. */
export function Offer({ cap, text, on, says = "chosen" }: { cap: string; text: string; on: boolean; says?: string }) {
  return (
    <>
      <span>{on && <span className="mark text-eye" aria-hidden="true" />}</span>
      <em>
        <span className="sr-only">{cap}</span>
        <Cap name={cap} />
      </em>
      <span>
        <Prose text={text} />
      </span>
      <small>{on ? says : ""}</small>
      <span />
    </>
  );
}

/** Judged is every option after the answer: what is right, and what was chosen. */
function Judged({ item, names }: { item: DrillItem; names?: (at: number) => string }) {
  const f = item.feedback!;
  return (
    <div className="mt-6">
      {item.options.map((o, i) => {
        const right = f.key.options?.includes(o.id) === true;
        const mine = f.given.options?.includes(o.id) === true;
        const says = [right ? "right" : "", mine ? `your answer, ${confidences[f.confidence]}` : ""].filter(Boolean).join("; ");
        return (
          <Line key={o.id} state={right ? "right" : mine ? "wrong" : undefined} name={names ? names(i) : letter(i)} aside={says}>
            <Prose text={o.text} />
          </Line>
        );
      })}
    </div>
  );
}

/** OptionList is the options on the bench, with reasons once they are uncovered. */
function OptionList({ question: q, names }: { question: Benched; names?: (at: number) => string }) {
  const full = q.revealed?.question;
  const key = full?.key.options;
  const mended = q.revealed?.mend?.key.options;
  return (
    <ul className="mt-[18px]">
      {q.options.map((o, i) => {
        const why = full?.options?.find((x) => x.id === o.id);
        const good = full !== undefined && (mended ?? key)?.includes(o.id) === true;
        return (
          <li key={o.id} className={`grid grid-cols-[30px_1fr] items-baseline gap-x-2.5 border-t border-line py-2.5 last:border-b ${good ? "text-sound" : ""}`}>
            <b>{names ? names(i) : letter(i)}</b>
            <span className="font-read text-[15px] wrap-anywhere">
              <Prose text={o.text} />
            </span>
            {why && (
              <span className={`col-start-2 text-[13px] ${good ? "" : "text-ink-2"}`}>
                {good && <span className="sr-only">Right. </span>}
                {why.why}
                {key?.includes(o.id) && mended !== undefined && !mended.includes(o.id) && <b className="text-fault"> The key as it stands.</b>}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** offered is how options are shown once they are answered, and on the bench. */
export const offered = (names?: (at: number) => string): Pick<Room, "Outcome" | "Shown"> => ({
  Outcome: ({ item }) => (
    <Frame of={item}>
      <Judged item={item} names={names} />
    </Frame>
  ),
  Shown: ({ question }) => (
    <Frame of={question}>
      <OptionList question={question} names={names} />
    </Frame>
  ),
});

type Entry = NonNullable<Question["options"]>[number];

/** EditOptions edits a list of options; before each stands what marks it as right. */
export function EditOptions({ legend, list, change, lead, named = "Option", fixed }: { legend: string; list: Entry[]; change: (list: Entry[]) => void; lead?: (o: Entry, at: number) => ReactNode; named?: string; fixed?: boolean }) {
  const fresh = () => "abcdefghijklmnopqrst".split("").find((c) => !list.some((o) => o.id === c)) ?? String(list.length + 1);
  return (
    <fieldset>
      <legend className="label mb-1">{legend}</legend>
      {list.map((o, i) => (
        <div key={o.id} className="grid grid-cols-[auto_20px_1fr_auto] items-center gap-2.5 border-t border-line">
          <span className="flex">{lead?.(o, i)}</span>
          <b>{letter(i)}</b>
          <input className="field border-b-0! font-read" aria-label={`${named} ${letter(i)}`} value={o.text} readOnly={fixed} onChange={(e) => change(list.map((x) => (x.id === o.id ? { ...x, text: e.target.value } : x)))} />
          {list.length > 2 && !fixed && (
            <button type="button" className="btn border-transparent! px-2!" data-size="small" aria-label={`Take out ${named.toLowerCase()} ${letter(i)}`} onClick={() => change(list.filter((x) => x.id !== o.id))}>
              ✕
            </button>
          )}
        </div>
      ))}
      {list.length < 8 && !fixed && (
        <div className="border-t border-line pt-2">
          <Button small onClick={() => change([...list, { id: fresh(), text: "" }])}>
            Another {named.toLowerCase()}
          </Button>
        </div>
      )}
    </fieldset>
  );
}

/** entries are empty options, by their ids. */
export const entries = (ids: string): Entry[] => ids.split("").map((id) => ({ id, text: "" }));

/** EditChosen edits options of which one or several are marked as right. */
export function EditChosen({ draft, change, several, fixed }: Editing & { several?: boolean; fixed?: boolean }) {
  const right = draft.key.options ?? [];
  return (
    <EditOptions
      legend={several ? "Options; ticked ones are right" : "Options; the ring marks the one that is right"}
      list={draft.options ?? []}
      fixed={fixed}
      change={(options) => change({ options, key: { options: right.filter((id) => options.some((o) => o.id === id)) } })}
      lead={(o, i) => (
        <input
          type={several ? "checkbox" : "radio"}
          name="right"
          className="accent-(--sound)"
          aria-label={`Option ${letter(i)} is right`}
          checked={right.includes(o.id)}
          onChange={(e) => change({ key: { options: !several ? [o.id] : e.target.checked ? [...right, o.id] : right.filter((x) => x !== o.id) } })}
        />
      )}
    />
  );
}

