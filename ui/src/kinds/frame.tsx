import type { ReactNode } from "react";
import type { Benched, DrillItem } from "../api/client";
import { About } from "../parts/about";
import { Figure } from "../parts/figure";
import { Mark, markOf } from "../parts/mark";
import { Prose } from "../parts/prose";

/** Frame is what is asked: what it is about, the stem, the drawing, and below them what the kind adds. */
export function Frame({ of: q, stem, children }: { of: Pick<DrillItem | Benched, "about" | "stem" | "figure">; stem?: ReactNode; children?: ReactNode }) {
  return (
    <>
      {q.about && <About stimulus={q.about} />}
      {stem ?? (
        <p className="read whitespace-pre-line">
          <Prose text={q.stem} />
        </p>
      )}
      {q.figure && <Figure figure={q.figure} />}
      {children}
    </>
  );
}

export const confidences = { sure: "sure", hunch: "a hunch", "no idea": "no idea" };

/** Line is one line of an outcome: how it went, what it is called, what it says, and an aside. */
export function Line({ state, name = "", children, aside = "" }: { state?: "right" | "wrong" | "half"; name?: string; children: ReactNode; aside?: string }) {
  const verdict = { right: "cleared", wrong: "faulted", half: "held" } as const;
  return (
    <div className="opt" data-state={state === "half" ? "chosen" : state}>
      <span>{state && <Mark verdict={verdict[state]} label="" />}</span>
      <em>{name}</em>
      <span>{children}</span>
      <small>{aside}</small>
      <span />
    </div>
  );
}

/** TypedOutcome holds what was typed against what is right. */
export function TypedOutcome({ item, typed }: { item: DrillItem; typed: string }) {
  const f = item.feedback!;
  const good = f.percent === 100;
  const state = markOf(f.percent) === "held" ? "half" : "wrong";
  return (
    <div className="mt-6">
      {!good && (
        <Line state={state} aside={`your answer, ${confidences[f.confidence]}`}>
          {typed || "nothing"}
        </Line>
      )}
      <Line state="right" aside={good ? `right, ${confidences[f.confidence]}` : "right"}>
        {good ? typed : f.right_text}
      </Line>
    </div>
  );
}

/** KeyLine is the key of a question on the bench. */
export function KeyLine({ children }: { children: ReactNode }) {
  return (
    <p className="mt-4 text-sound">
      <span className="label text-sound!">Key </span>
      <span className="num whitespace-pre-line">{children}</span>
    </p>
  );
}
