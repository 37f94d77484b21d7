import { useQuery } from "@tanstack/react-query";
import { Link, NavLink, useLocation, useNavigate } from "react-router";
import type { Course } from "../api/client";
import * as queries from "../api/queries";
import { useKeys } from "../parts/keys";
import { Desk } from "./desk";

interface Station {
  path: string;
  name: string;
  count: (c: Course) => number;
  counts: (n: number) => string;
  busy?: (c: Course) => boolean;
  /** Only owners and tutors work here. */
  editors?: boolean;
}

const stations: Station[] = [
  { path: "sources", name: "Sources", count: (c) => c.counts.sources, counts: (n) => `${n} sources`, busy: (c) => c.counts.arriving > 0 },
  { path: "draft", name: "Draft", count: (c) => c.counts.drafting, counts: (n) => `${n} under way`, busy: (c) => c.counts.drafting > 0, editors: true },
  { path: "proof", name: "Proof", count: (c) => c.counts.waiting, counts: (n) => `${n} waiting`, busy: (c) => c.counts.settling, editors: true },
  { path: "drill", name: "Drill", count: (c) => c.counts.ready, counts: (n) => `${n} questions ready` },
  { path: "gaps", name: "Gaps", count: (c) => c.counts.gaps, counts: (n) => `${n} topics below the pass mark` },
];

/** Workline is navigation and status in one: the stations in the order of the work. */
export function Workline({ id }: { id: string }) {
  const { data: course } = useQuery(queries.course(id));
  const here = useLocation().pathname.split("/")[3];
  const go = useNavigate();
  const shown = stations.filter((s) => !s.editors || course?.role !== "candidate");
  useKeys(shown.map((s, i) => ({ key: String(i + 1), does: `Go to ${s.name}`, press: () => void go(`/courses/${id}/${s.path}`) })));
  return (
    <header className="bg-band text-band-ink">
      <div className="grid grid-cols-[1fr_auto] items-center gap-x-4 px-4 py-2 desk:h-16 desk:grid-cols-[232px_1fr_250px] desk:px-5 desk:py-0">
        <Link to={`/courses/${id}/course`} className="min-w-0 py-1" aria-label={course ? `${course.title}, ${course.issuer ?? ""}: change the course` : "The course"}>
          <b className="block truncate text-[15px]">{course?.title ?? " "}</b>
          <span className="block truncate text-[12.5px] text-band-ink-2">{course?.issuer || " "}</span>
        </Link>
        <nav aria-label="Stations" className="order-last col-span-2 -mx-1 pt-1 desk:order-none desk:col-span-1 desk:mx-0 desk:pt-0">
          <ol className="relative grid" style={{ gridTemplateColumns: `repeat(${shown.length}, 1fr)` }}>
            <li aria-hidden="true" className="absolute top-[11px] h-0.5 bg-[#4a525a]" style={{ left: `${50 / shown.length}%`, right: `${50 / shown.length}%` }} />
            {shown.map((s) => {
              const n = course ? s.count(course) : undefined;
              const on = here === s.path;
              return (
                <li key={s.path} className="relative text-center text-[13px]">
                  <NavLink to={`/courses/${id}/${s.path}`} aria-label={n === undefined ? s.name : `${s.name}, ${s.counts(n)}`} className="inline-block rounded-sm px-1 pb-1">
                    <Stop here={on} busy={course ? s.busy?.(course) === true : false} />
                    <span className={on ? "font-[650]" : ""}>{s.name}</span>
                    {n !== undefined && <span className="num ml-1 text-xs text-band-ink-2">{n}</span>}
                  </NavLink>
                </li>
              );
            })}
          </ol>
        </nav>
        <div className="flex items-center justify-end gap-4">
          {course?.days_to_exam !== undefined && (
            <span className="text-right text-[12.5px] leading-tight text-band-ink-2">
              <ExamIn days={course.days_to_exam} />
            </span>
          )}
          <Desk />
        </div>
      </div>
    </header>
  );
}

function ExamIn({ days }: { days: number }) {
  if (days < 0) return <>exam is over</>;
  if (days === 0) return <b className="text-[15px] text-band-ink">exam today</b>;
  return (
    <>
      <b className="num text-xl font-semibold text-band-ink">{days}</b> {days === 1 ? "day" : "days"} <span className="hidden sm:inline">to the exam</span>
    </>
  );
}

function Stop({ here, busy }: { here: boolean; busy: boolean }) {
  if (here) return <i className="mx-auto my-0.5 block size-5 rounded-full border-2 border-[#f0a93a] bg-[radial-gradient(#f0a93a_0_32%,var(--band)_36%)]" />;
  const ring = busy ? "border-[#f0a93a] border-r-transparent turning" : "border-[#8a939b]";
  return <i className={`mx-auto my-[5px] block size-3.5 rounded-full border-2 bg-band ${ring}`} />;
}
