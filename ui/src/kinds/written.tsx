import { Prose } from "../parts/prose";
import { Frame, KeyLine, Line } from "./frame";
import type { Room } from "./room";

/** written is a room for answers in words, which are kept and held against the key by the candidate. */
function written(name: string, rows: number): Room {
  return {
    name,
    long: true,
    Ask: ({ item, given, change }) => (
      <Frame of={item}>
        <label className="mt-6 block">
          <span className="label">Answer</span>
          <textarea className="field read w-full" rows={rows} maxLength={4000} autoFocus value={given.text ?? ""} onChange={(e) => change({ text: e.target.value })} />
        </label>
        <p className="mt-2 text-[13px] text-ink-2">It is kept and shown beside the key; it is not marked.</p>
      </Frame>
    ),
    Outcome: ({ item }) => {
      const f = item.feedback!;
      return (
        <Frame of={item}>
          <div className="mt-6">
            <Line aside="your answer">
              <span className="whitespace-pre-line">{f.given.text || "nothing"}</span>
            </Line>
            <Line state="right" aside="the key">
              <span className="whitespace-pre-line">{f.right_text ? <Prose text={f.right_text} /> : "This question has no answer to hold it against."}</span>
            </Line>
          </div>
        </Frame>
      );
    },
    Shown: ({ question: q }) => <Frame of={q}>{q.revealed?.question.key.reference && <KeyLine>{q.revealed.question.key.reference}</KeyLine>}</Frame>,
    fresh: { key: { reference: "" } },
    Edit: ({ draft: { key }, change }) => (
      <label className="label">
        Key: an answer that is right
        <textarea rows={rows} className="field font-read" value={key.reference ?? ""} onChange={(e) => change({ key: { ...key, reference: e.target.value } })} />
      </label>
    ),
  };
}

export const short = written("Short answer", 3);
export const essay = written("Essay", 10);
