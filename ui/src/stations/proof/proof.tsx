import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { NavLink, useNavigate, useOutletContext, useParams } from "react-router";
import type { BenchItem, Course } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark } from "../../parts/mark";
import { Failing, Nothing, Waiting } from "../../parts/state";
import { BenchedQuestion } from "./benched";

/** ProofStation is the bench: what waits to be judged on the left, one question in the middle. */
export function ProofStation() {
  const course = useOutletContext<string>();
  const id = useParams().question;
  const go = useNavigate();
  const about = useQuery(queries.course(course)).data;
  const { data, error, refetch } = useQuery(queries.bench(course));
  const groups = useMemo(() => (data && about ? grouped(data, about) : []), [data, about]);
  const order = useMemo(() => groups.flatMap((g) => g.items), [groups]);
  const at = order.findIndex((q) => q.id === id);
  const step = (by: number) => {
    const next = order[at + by];
    if (next) void go(`/courses/${course}/proof/${next.id}`);
  };
  useKeys([
    { key: "j", does: "Next question", press: () => step(1) },
    { key: "k", does: "Question before", press: () => step(-1) },
  ]);
  useEffect(() => {
    document.title = "Proof · Zinc Owl";
    const first = order.find((q) => q.state === "bench") ?? order[0];
    if (id === undefined && first) void go(`/courses/${course}/proof/${first.id}`, { replace: true });
  }, [course, go, id, order]);
  useEffect(() => {
    document.querySelector("[aria-current=page][data-row]")?.scrollIntoView({ block: "nearest" });
  }, [id]);

  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data || !about) return <Waiting what="the bench" />;
  if (order.length === 0 && id === undefined)
    return (
      <section className="mt-4 flex-1 border border-b-0 border-line bg-paper px-5 py-8 desk:ml-[76px] desk:rounded-tl-sheet desk:px-[52px]">
        <Nothing title="The bench is clear">
          <p>Drafts that the proof could not clear wait here to be kept, edited or dropped. Nothing waits now.</p>
          <Button tone="main" onClick={() => void go(`/courses/${course}/draft`)}>
            Go to Draft
          </Button>
        </Nothing>
      </section>
    );
  const waiting = data.filter((q) => q.state === "bench").length;
  const cleared = data.filter((q) => q.verdict === "cleared").length;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 desk:h-[calc(100dvh-64px)] desk:flex-none desk:grid-rows-[minmax(0,1fr)] desk:grid-cols-[248px_minmax(0,1fr)_min(372px,30vw)]">
      <h1 className="sr-only">Proof</h1>
      <nav aria-label="The bench" className="max-h-56 overflow-y-auto py-4 pl-5 desk:max-h-none">
        <p>
          <b>{waiting} waiting</b> <span className="text-ink-2">· {cleared} cleared</span>
        </p>
        {groups.map((g) => (
          <section key={g.title} aria-label={g.title}>
            <h2 className="label mt-3 mb-1.5">{g.title}</h2>
            {g.items.map((q) => (
              <Row key={q.id} course={course} item={q} />
            ))}
          </section>
        ))}
      </nav>
      {id && <BenchedQuestion key={id} course={course} id={id} topics={about.topics} next={() => step(1)} left={data.filter((q) => q.state === "bench" && !q.uncovered && q.id !== id).length} />}
    </div>
  );
}

interface Group {
  title: string;
  items: BenchItem[];
}

/** grouped sorts the bench by topic; within one, what waits comes first. */
function grouped(all: BenchItem[], course: Course): Group[] {
  const groups: Group[] = course.topics.map((t) => ({ title: t.title, items: all.filter((q) => q.topic_id === t.id) }));
  const topics = new Set(course.topics.map((t) => t.id));
  groups.push({ title: "In no topic", items: all.filter((q) => !q.topic_id || !topics.has(q.topic_id)) });
  for (const g of groups) g.items = [...g.items.filter((q) => q.state === "bench"), ...g.items.filter((q) => q.state !== "bench")];
  return groups.filter((g) => g.items.length > 0);
}

function Row({ course, item: q }: { course: string; item: BenchItem }) {
  return (
    <NavLink
      data-row
      to={`/courses/${course}/proof/${q.id}`}
      className={({ isActive }) =>
        `grid grid-cols-[20px_1fr] gap-1 border-y border-l-[3px] py-1.5 pr-2.5 pl-2 text-[13.5px] leading-[1.35] ${isActive ? "border-y-line border-l-eye bg-paper font-[650]" : "border-transparent hover:bg-paper/60"}`
      }
    >
      <span className="pt-px">
        <Mark verdict={q.verdict} />
      </span>
      <span className="wrap-anywhere">
        {q.title}
        {q.kept && <span className="font-normal text-ink-2"> · kept</span>}
      </span>
    </NavLink>
  );
}
