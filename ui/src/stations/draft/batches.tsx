import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, take, type Batch } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Failing, Trouble } from "../../parts/state";
import { plainly } from "../../parts/prose";
import { atMoment, counted } from "../../parts/words";

/** Batches shows the newest batch as it grows, and those before it. */
export function Batches({ course }: { course: string }) {
  const { data, error, refetch } = useQuery(queries.batches(course));
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data) return null;
  const [newest, ...before] = data;
  if (!newest)
    return (
      <Note title="No batch yet">
        What is drafted is proofed at once. Cleared questions go to the bank unseen; the others wait on the Proof bench.
      </Note>
    );
  return (
    <>
      <Newest course={course} batch={newest} />
      {before.length > 0 && (
        <section className="mt-8">
          <h2 className="label mb-1.5">Before it</h2>
          {before.slice(0, 6).map((b) => (
            <p key={b.id} className="border-t border-line py-2 text-[13.5px]">
              {atMoment(b.created_at)}
              <br />
              <span className="text-ink-2">{outcome(b)}</span>
            </p>
          ))}
        </section>
      )}
    </>
  );
}

const states: Record<Batch["state"], string> = { queued: "waiting its turn", running: "running", done: "done", failed: "stopped by a fault", cancelled: "stopped by you" };

function outcome(b: Batch): string {
  if (b.wanted === 0) return counted(b.cards, "card");
  const parts = [`${b.drafted} drafted`, `${b.cleared} cleared`];
  if (b.worked > 0) parts.push(`${b.worked} worked out`);
  if (b.held > 0) parts.push(`${b.held} held`);
  if (b.faulted > 0) parts.push(`${b.faulted} faulted`);
  if (b.unproven > 0) parts.push(`${b.unproven} unproven`);
  if (b.cards > 0) parts.push(counted(b.cards, "card"));
  return parts.join(", ");
}

function Newest({ course, batch: b }: { course: string; batch: Batch }) {
  const under = b.state === "queued" || b.state === "running";
  const cancel = useMutation({ mutationFn: () => take(api.DELETE("/api/courses/{course}/batches/{batch}", { params: { path: { course, batch: b.id } } })) });
  const waiting = b.held + b.faulted + b.unproven;
  return (
    <section aria-live="polite">
      <b>
        {b.wanted === 0 ? `Batch of ${counted(b.brief.cards?.count ?? 0, "card")}` : `Batch of ${b.wanted}`}, {states[b.state]}
      </b>
      <div className="my-2.5 h-1.5 bg-line" role="progressbar" aria-label="Drafted" aria-valuenow={b.drafted} aria-valuemin={0} aria-valuemax={b.wanted}>
        <div className="h-full bg-eye" style={{ width: `${under ? (100 * b.drafted) / Math.max(1, b.wanted) : 100}%` }} />
      </div>
      <p className="mb-[18px] text-ink-2">{outcome(b)}</p>
      {under && (
        <Button small onClick={() => cancel.mutate()} disabled={cancel.isPending}>
          Stop it
        </Button>
      )}
      <Trouble error={cancel.error} />
      {b.failure && <Note tone="fault" title="It stopped">{b.failure}</Note>}
      {!under && b.cleared + b.worked > 0 && (
        <Note tone="sound" title={`${counted(b.cleared + b.worked, "question")} ${b.worked === 0 ? "cleared" : b.cleared === 0 ? "worked out" : "cleared or worked out"}`}>
          They went to the bank unseen.{" "}
          <Link className="link" to={`/courses/${course}/drill`}>
            Drill
          </Link>
        </Note>
      )}
      {!under && b.cards > 0 && (
        <Note tone="sound" title={`${counted(b.cards, "card")} more`}>
          <Link className="link" to={`/courses/${course}/drill/cards`}>
            Look at the cards
          </Link>
        </Note>
      )}
      {!under && waiting > 0 && (
        <Note tone="eye" title={`${counted(waiting, "question")} to look at`}>
          <Link className="link" to={`/courses/${course}/proof`}>
            On the Proof bench
          </Link>
        </Note>
      )}
      <SentBack course={course} batch={b.id} />
      {reasons(b).map(([why, n], i) => (
        <Note key={i} title={`${counted(n, "place")} left empty`}>
          {why}
        </Note>
      ))}
    </section>
  );
}

const rounds = ["first", "second", "third"];

/** SentBack is what the proof sent back while a batch was written, with what it says. */
function SentBack({ course, batch }: { course: string; batch: string }) {
  const { data } = useQuery(queries.batch(course, batch));
  const [all, setAll] = useState(false);
  const back = data?.returned ?? [];
  return (
    <>
      {back.slice(0, all ? undefined : 3).map((r, i) => (
        <Note key={i} tone={r.verdict === "faulted" ? "fault" : "eye"} title={`Place ${r.place}, ${rounds[r.round - 1] ?? `${r.round}th`} try`}>
          <span className="font-read">{plainly(r.stem.replace(/<<\d+>>/g, "…"))}</span>
          <br />
          <span className="text-ink-2">{r.says} Sent back.</span>
        </Note>
      ))}
      {back.length > 3 && (
        <p className="mb-4">
          <Button small onClick={() => setAll(!all)}>
            {all ? "Show fewer" : `All ${back.length} that were sent back`}
          </Button>
        </p>
      )}
    </>
  );
}

/** reasons gathers why places stayed empty, the commonest first. */
function reasons(b: Batch): [string, number][] {
  const by = new Map<string, number>();
  for (const d of b.declined) by.set(d.why, (by.get(d.why) ?? 0) + 1);
  return [...by].sort((x, y) => y[1] - x[1]).slice(0, 4);
}
