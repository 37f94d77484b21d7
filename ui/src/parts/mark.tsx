import type { Verdict } from "../api/client";

const says: Record<Verdict, string> = { cleared: "cleared", worked: "worked out", held: "held", faulted: "faulted", unproven: "unproven" };

/** Mark is one of the four: a ring with a pupil (cleared or worked out), a half disc, a slashed ring, an open ring. An empty label hides it from screen readers, where words beside it say the same. */
export function Mark({ verdict, label = says[verdict], small }: { verdict: Verdict; label?: string; small?: boolean }) {
  const spoken = label === "" ? { "aria-hidden": true } : { role: "img", "aria-label": label };
  return <span className="mark" data-mark={verdict === "worked" ? "cleared" : verdict} data-size={small ? "small" : undefined} {...spoken} />;
}

/** markOf is the mark of an answer: right, half right, wrong, open. */
export function markOf(percent: number | undefined): Verdict {
  if (percent === undefined) return "unproven";
  return percent === 100 ? "cleared" : percent === 0 ? "faulted" : "held";
}
