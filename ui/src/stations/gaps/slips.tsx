import { useQuery } from "@tanstack/react-query";
import type { Ask } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { capital, listed } from "../../parts/words";

/** How many slips are shown, and how many questions one press asks for. */
const shown = 3;
const drillOf = 6;

/** Slips are the wrong turns that one takes again and again, each with a drill of questions that tempt to it. */
export function Slips({ course, drill, busy }: { course: string; drill: (ask: Ask) => void; busy: boolean }) {
  const { data } = useQuery(queries.slips(course));
  const repeated = data?.filter((s) => s.made > 1).slice(0, shown) ?? [];
  if (repeated.length === 0) return null;
  return (
    <section aria-label="Slips you repeat" className="mt-7">
      <h2 className="label mb-1.5">Slips you repeat</h2>
      <ul>
        {repeated.map((s) => (
          <li key={s.id} className="flex items-center justify-between gap-3 border-t border-line py-2.5">
            <span>
              <b className="block leading-tight">{capital(s.name)}</b>
              <span className="text-[13px] text-ink-2">
                made <span className="num">{s.made}</span> of <span className="num">{s.open}</span> times it could be, {Math.round(100 * s.estimate.low)} to {Math.round(100 * s.estimate.high)}%
                {s.topics.length > 0 ? `; ${listed(s.topics)}` : ""}
              </span>
            </span>
            <Button small aria-label={`Drill where “${s.name}” tempts`} onClick={() => drill({ count: drillOf, slip: s.id })} disabled={busy}>
              Drill {drillOf}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
