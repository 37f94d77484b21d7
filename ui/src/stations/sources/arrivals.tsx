import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, take, type Arrival, type Verdict } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { Mark } from "../../parts/mark";
import { counted } from "../../parts/words";

const ended: Record<string, { verdict: Verdict; says: string }> = {
  read: { verdict: "cleared", says: "is read" },
  refused: { verdict: "faulted", says: "was not taken" },
  cancelled: { verdict: "unproven", says: "was stopped" },
};

/** under says whether an arrival is still on its way. */
export const under = (a: Arrival) => a.state === "queued" || a.state === "reading";

/** far is how far the reading of an arrival is, in words. */
function far(a: Arrival): string {
  if (a.state === "queued") return "waits its turn …";
  if (a.pages > 0 && a.done >= a.pages) return counted(a.pages, "page");
  return a.pages > 0 ? `page ${(a.done + 1).toLocaleString("en")} of ${a.pages.toLocaleString("en")}` : "is being read …";
}

/** Arriving is one thing on its way to being a source: how far it is, how to stop it, what became of it. */
export function Arriving({ course, arrival: a }: { course: string; arrival: Arrival }) {
  const client = useQueryClient();
  const stop = useMutation({
    mutationFn: () => take(api.DELETE("/api/courses/{course}/arrivals/{arrival}", { params: { path: { course, arrival: a.id } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course, "arrivals"] }),
  });
  const name = a.name || "Pasted text";
  const end = ended[a.state];
  return (
    <li className="border-t border-line py-2 last:border-b">
      <span className="flex items-baseline gap-2.5">
        {end ? <Mark verdict={end.verdict} label="" /> : <i className="turning inline-block size-3 shrink-0 rounded-full border-2 border-eye border-r-transparent" />}
        <span className="min-w-0 flex-1">
          <b className="wrap-anywhere">{name}</b> <span className="text-ink-2">{end ? end.says : far(a)}</span>
        </span>
        {!end && (
          <Button small onClick={() => stop.mutate()} disabled={stop.isPending} aria-label={`Stop reading ${name}`}>
            Stop
          </Button>
        )}
        {a.source_id !== undefined && (
          <Link className="link" to={`/courses/${course}/sources/${a.source_id}`}>
            Open it
          </Link>
        )}
      </span>
      {!end && a.pages > 0 && (
        <span className="mt-1.5 block h-[3px] bg-line" role="progressbar" aria-label={`Reading ${name}`} aria-valuemin={0} aria-valuemax={a.pages} aria-valuenow={a.done} aria-valuetext={`${a.done} of ${counted(a.pages, "page")}`}>
          <span className="block h-full bg-eye" style={{ width: `${(100 * a.done) / a.pages}%` }} />
        </span>
      )}
      {a.says && <p className="mt-1 pl-[22px] wrap-anywhere">{a.says}</p>}
    </li>
  );
}

/** useArrivals hears what is on its way; the server announces every step. */
export function useArrivals(course: string): Arrival[] {
  return useQuery(queries.arrivals(course)).data ?? [];
}
