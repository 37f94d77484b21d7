import { useQuery } from "@tanstack/react-query";
import type { Question } from "../../api/client";
import * as queries from "../../api/queries";
import { roomOf } from "../../kinds";
import { Mark } from "../../parts/mark";
import { letter, onDay } from "../../parts/words";
import { differing, type Piece } from "./differing";

/** Versions are what a question was before, each with what was changed in it. */
export function Versions({ course, question }: { course: string; question: string }) {
  const { data } = useQuery(queries.versions(course, question));
  if (!data || data.length < 2) return null;
  return (
    <section aria-label="Versions" className="mb-4">
      <h2 className="label mb-2">{data.length} versions</h2>
      <ol>
        {data.map((v, i) => (
          <li key={v.version} className="border-t border-line py-2">
            <p className="text-[13px] text-ink-2">
              <Mark verdict={v.verdict} /> Version {v.version}, {onDay(v.at)}
              {v.by ? `, ${v.by}` : ""}
            </p>
            {data[i + 1] ? <Changes from={data[i + 1]!.question} to={v.question} /> : <p className="text-[13.5px]">As it was first.</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** lines are what is compared of a version, by what it is; an option goes by its id, wherever it stands. */
function lines(q: Question): [string, string][] {
  const right = (q.options ?? []).filter((o) => q.key.options?.includes(o.id)).map((o) => o.text);
  return [
    ["Stem", q.stem],
    ...(q.options ?? []).map((o): [string, string] => [`Option ${o.id}`, o.text]),
    ["Key", right.length > 0 ? right.join("; ") : [q.key.value, q.key.unit, q.key.expression, q.key.reference, ...(q.key.blanks ?? []).map((b) => b[0]), ...Object.values(q.key.cells ?? {})].filter(Boolean).join(" ")],
    ["Level", q.level],
    ["Kind", roomOf(q.kind).name],
    ["Explanation", q.explanation ?? ""],
    ...(q.worked ?? []).map((w, i): [string, string] => [`Step ${i + 1}`, w]),
  ];
}

/** Changes are what one question has otherwise than another, word by word. */
export function Changes({ from, to }: { from: Question; to: Question }) {
  const before = new Map(lines(from));
  const after = new Map(lines(to));
  const named = (what: string) => {
    const options = from.options?.some((o) => what === `Option ${o.id}`) ? from.options : to.options;
    const at = options?.findIndex((o) => what === `Option ${o.id}`) ?? -1;
    return at < 0 ? what : `Option ${letter(at)}`;
  };
  const changed = [...new Set([...before.keys(), ...after.keys()])]
    .map((what) => ({ what: named(what), pieces: differing(before.get(what) ?? "", after.get(what) ?? "") }))
    .filter((c) => c.pieces.some((p) => p.was || p.is));
  if (changed.length === 0) return <p className="text-[13.5px]">The same words; the reasons changed.</p>;
  return (
    <dl className="text-[13.5px]">
      {changed.map((c) => (
        <div key={c.what} className="mt-1">
          <dt className="inline text-ink-2">{c.what}: </dt>
          <dd className="inline font-read wrap-anywhere">
            {c.pieces.map((p, i) => (
              <Words key={i} piece={p} />
            ))}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function Words({ piece: p }: { piece: Piece }) {
  if (p.was) return <del className="bg-fault-wash text-fault">{p.text} </del>;
  if (p.is) return <ins className="bg-sound-wash text-sound no-underline">{p.text} </ins>;
  return <>{p.text} </>;
}
