import { useQueries } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Topic } from "../../api/client";
import * as queries from "../../api/queries";
import { counted, placed } from "../../parts/words";

/** shown is how many passages are shown of those that a topic draws from. */
const shown = 5;

/** Draws shows the passages that a batch on one topic would draw from, with all below it. */
export function Draws({ course, topic, topics }: { course: string; topic: string; topics: Topic[] }) {
  const at = topics.findIndex((t) => t.id === topic);
  const end = topics.findIndex((t, i) => i > at && t.depth <= (topics[at]?.depth ?? 0));
  const below = at < 0 ? [] : topics.slice(at, end < 0 ? undefined : end).flatMap((t) => (t.id ? [t.id] : []));
  const found = useQueries({ queries: below.map((id) => queries.placedIn(course, id)) });
  if (below.length === 0 || found.some((f) => f.isPending) || found.some((f) => f.error)) return null;
  const passages = found.flatMap((f) => f.data ?? []).filter((p) => p.source_id !== undefined);
  return (
    <section className="mb-[30px]">
      <h2 className="label mb-1">{passages.length === 0 ? "Nothing to draw from" : `It would draw from ${counted(passages.length, "passage")}`}</h2>
      {passages.length === 0 ? (
        <p className="text-[13.5px]">
          No passage of your sources speaks of {topics[at]?.title}. <Link className="link" to={`/courses/${course}/sources`}>Bring a source or a web address</Link>, or{" "}
          <Link className="link" to={`/courses/${course}/sources/syllabus`}>add a can-do statement</Link> such as “solve linear equations”.
        </p>
      ) : (
        <ul className="text-[13.5px]">
          {passages.slice(0, shown).map((p) => (
            <li key={`${p.source_id}/${p.passage}`} className="border-t border-line py-1.5">
              <span className="font-read">{p.text.length > 150 ? `${p.text.slice(0, 150)}…` : p.text}</span>{" "}
              <Link className="text-cite hover:underline" to={`/courses/${course}/sources/${p.source_id}#${p.passage}`}>
                {p.locator ? placed(p.title, p.locator) : p.title}
              </Link>
            </li>
          ))}
          {passages.length > shown && <li className="border-t border-line py-1.5 text-ink-2">and {passages.length - shown} more</li>}
        </ul>
      )}
    </section>
  );
}
