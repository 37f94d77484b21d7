import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Evidence } from "../api/client";
import { placed } from "../parts/words";

export type Tone = "plain" | "sound" | "fault" | "cite" | "eye";

/** Note is a remark in the margin with a coloured edge. */
export function Note({ tone = "plain", title, children }: { tone?: Tone; title: ReactNode; children?: ReactNode }) {
  return (
    <div className="note mb-4" data-tone={tone}>
      <b>{title}</b>
      {children !== undefined && <div className="mt-0.5">{children}</div>}
    </div>
  );
}

/** Quote is what a source says, with the words that decide set off. */
export function Quote({ course, evidence }: { course: string; evidence: Evidence }) {
  const { quote, holds } = evidence;
  const at = holds ? quote.toLowerCase().indexOf(holds.toLowerCase()) : -1;
  const end = at + (holds?.length ?? 0);
  return (
    <>
      <p className="font-read text-[15px] leading-normal">
        “
        {at < 0 ? (
          quote
        ) : (
          <>
            {quote.slice(0, at)}
            <mark className="hl">{quote.slice(at, end)}</mark>
            {quote.slice(end)}
          </>
        )}
        ”
      </p>
      <Link className="mt-0.5 inline-block text-[12.5px] text-cite hover:underline" to={`/courses/${course}/sources/${evidence.source}#${evidence.passage ?? ""}`}>
        {placed(evidence.title, evidence.locator) || "The source"}
      </Link>
    </>
  );
}
