import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { useNavigate, useOutletContext } from "react-router";
import type { Gap } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Failing, Trouble, Waiting } from "../../parts/state";
import { IfToday } from "./forecast";
import { Slips } from "./slips";
import { useStartDrill } from "../drill/drill";

/** How many questions one press asks for. */
const drillOf = 10;

const columns = "desk:grid-cols-[196px_1fr_62px_92px]";

/** GapsStation shows where the marks are, topic by topic, most at stake first. */
export function GapsStation() {
  const course = useOutletContext<string>();
  const go = useNavigate();
  const about = useQuery(queries.course(course)).data;
  const { data, error, refetch } = useQuery(queries.gaps(course));
  const start = useStartDrill(course);
  const drill = (g: Gap) => start.mutate({ count: drillOf, topics: [g.topic_id] });
  const worst = data?.find((g) => g.ready > 0);
  useKeys([worst && { key: " ", does: `Drill ${worst.title}`, press: () => drill(worst) }]);
  useEffect(() => {
    document.title = "Gaps · Zinc Owl";
  }, []);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data || !about) return <Waiting what="the gaps" />;
  const answered = data.reduce((n, g) => n + g.answered, 0);
  const pass = about.pass_mark;
  return (
    <div className="grid flex-1 grid-cols-1 desk:grid-cols-[1fr_min(400px,32vw)] desk:pl-6">
      <section className="px-5 py-5 desk:pr-7 desk:pl-0">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-3.5">
          <h1 className="title">Where the marks are</h1>
          <span className="text-ink-2">Row height is the topic’s share of the exam. Most marks at stake first.</span>
        </div>
        <Trouble error={start.error} />
        <ul>
          {data.map((g) => (
            <Row key={g.topic_id} gap={g} pass={pass} drill={() => drill(g)} />
          ))}
        </ul>
        <div className={`hidden gap-4 border-t border-line pt-1.5 text-[12.5px] text-ink-2 desk:grid ${columns}`} aria-hidden="true">
          <span />
          <span className="flex justify-between">
            <span>0</span>
            <span>estimate, and where it may lie; shaded: marks at stake</span>
            <span>100</span>
          </span>
          <span className="text-right">marks</span>
        </div>
      </section>
      <aside aria-label="What to do" className="border-t border-line bg-margin px-6 py-5 desk:border-t-0 desk:border-l">
        <IfToday course={course} />
        {answered === 0 ? (
          <>
            <Note tone="eye" title="Nothing answered yet">
              The first drill places you: after a few answers each topic gets an estimate, wide at first and narrower with every answer.
            </Note>
            <Button tone="main" onClick={() => void go(`/courses/${course}/drill`)}>
              Go to Drill
            </Button>
          </>
        ) : (
          worst && (
            <>
              <h2 className="label mb-1.5">Costs you most</h2>
              <p className="mb-3">
                <b>{worst.title}</b>: about <b className="num">{worst.at_stake.toFixed(1)} marks</b> of a hundred are at stake. You get it right{" "}
                <span className="num">{percent(worst.estimate.low)}</span> to <span className="num">{percent(worst.estimate.high)}</span> of the time, as far as {worst.answered} answers can tell.
              </p>
              <Button tone="main" cap=" " onClick={() => drill(worst)} disabled={start.isPending}>
                Drill it
              </Button>
            </>
          )
        )}
        <Slips course={course} drill={(ask) => start.mutate(ask)} busy={start.isPending} />
        <div className="mt-8">
          <Note title="How to read this">
            The ring is the estimated share right, the bar where it lies 8 times in 10. The black line is the pass mark, {pass} of 100. At stake is a topic’s weight times what you are likely to miss.
          </Note>
        </div>
      </aside>
    </div>
  );
}

const percent = (share: number) => `${Math.round(share * 100)}%`;

/** Rows are as high as the topic weighs, in pixels. */
const heightOf = (weight: number) => Math.min(150, Math.max(56, 26 + weight * 4.2));

function Row({ gap: g, pass, drill }: { gap: Gap; pass: number; drill: () => void }) {
  const e = g.estimate;
  return (
    <li className={`grid grid-cols-[1fr_auto_auto] items-center gap-x-4 border-t border-line py-2 ${columns} desk:py-0`} style={{ minHeight: heightOf(g.weight) }}>
      <div>
        <b className="block leading-tight wrap-anywhere">{g.title}</b>
        <span className="text-[12.5px] text-ink-2">
          {g.within ? `${g.within} · ` : ""}
          {g.weight.toFixed(g.weight % 1 ? 1 : 0)}% of the exam · {g.answered} answered
        </span>
      </div>
      <div
        className="relative order-last col-span-3 h-10 self-stretch desk:order-none desk:col-span-1 desk:h-auto"
        role="img"
        aria-label={g.answered === 0 ? "No estimate yet" : `Estimate ${percent(e.share)}, between ${percent(e.low)} and ${percent(e.high)}; pass mark ${pass}%`}
      >
        <span className="absolute inset-x-0 top-1/2 h-px bg-line" />
        {g.answered > 0 && (
          <>
            <span className="absolute top-[calc(50%-13px)] right-0 h-[26px] border-r-2 border-eye bg-eye-wash" style={{ left: percent(e.share) }} />
            <span className="absolute top-[calc(50%-13px)] h-[26px] w-0.5 bg-ink" style={{ left: `${pass}%` }} />
            <span className="absolute top-[calc(50%-3px)] h-1.5 rounded-full bg-cite opacity-35" style={{ left: percent(e.low), width: `${(e.high - e.low) * 100}%` }} />
            <span className="absolute top-[calc(50%-7px)] -ml-[7px] size-3.5 rounded-full bg-[radial-gradient(var(--paper)_0_28%,var(--cite)_34%)]" style={{ left: `${e.share * 100}%` }} />
          </>
        )}
        {g.answered === 0 && <span className="absolute top-1/2 left-0 -translate-y-1/2 bg-ground pr-2 text-[12.5px] text-ink-2">no answer yet</span>}
      </div>
      <span className="num text-right" aria-label={`${g.at_stake.toFixed(1)} marks at stake`}>
        {g.at_stake.toFixed(1)}
        <span className="font-ui text-ink-2 desk:hidden"> marks</span>
      </span>
      <span className="text-right desk:text-left">
        <Button onClick={drill} disabled={g.ready === 0} aria-label={`Drill ${g.title}`} title={g.ready === 0 ? "No question on it is ready" : undefined}>
          Drill
        </Button>
      </span>
    </li>
  );
}
