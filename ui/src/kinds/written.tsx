import { Prose } from "../parts/prose";
import { Frame, KeyLine, Line } from "./frame";
import type { Room } from "./room";

/** written is a room for answers in words, which are marked point by point in the margin. */
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
        <p className="mt-2 text-[13px] text-ink-2">It is marked by the points of the key, in whatever words; lists of key words earn nothing.</p>
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
      <>
        <label className="label">
          Key: an answer that is right
          <textarea rows={rows} className="field font-read" value={key.reference ?? ""} onChange={(e) => change({ key: { ...key, reference: e.target.value } })} />
        </label>
        <label className="label">
          Points that an answer has to make, one a line; without any, each sentence of the key is one
          <textarea
            rows={3}
            className="field font-read"
            value={(key.points ?? []).join("\n")}
            onChange={(e) => change({ key: { ...key, points: e.target.value === "" ? [] : e.target.value.split("\n") } })}
          />
        </label>
      </>
    ),
  };
}

export const short = written("Short answer", 3);
export const essay = written("Essay", 10);
