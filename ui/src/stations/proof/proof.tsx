import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link, NavLink, useNavigate, useOutletContext, useParams } from "react-router";
import { api, take, type BenchItem, type Course, type Verdict } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark } from "../../parts/mark";
import { Choices, Lines, Part } from "../../parts/part";
import { Failing, Nothing, Trouble, Waiting } from "../../parts/state";
import { capital, counted, listed } from "../../parts/words";
import { BenchedQuestion } from "./benched";
import { Came } from "./came";
import { useMany } from "./many";

/** ProofStation is the bench: what waits to be judged on the left, one question in the middle. */
export function ProofStation() {
  const course = useOutletContext<string>();
  const id = useParams().question;
  const go = useNavigate();
  const about = useQuery(queries.course(course)).data;
  const { data, error, refetch } = useQuery(queries.bench(course));
  const [only, setOnly] = useState<Only>({ verdicts: [], topics: [] });
  const shown = useMemo(() => data?.filter((q) => (only.verdicts.length === 0 || only.verdicts.includes(q.verdict)) && (only.topics.length === 0 || only.topics.includes(q.topic_id ?? "none"))) ?? [], [data, only]);
  const waiting = useMemo(() => grouped(shown.filter((q) => q.state === "bench"), about), [shown, about]);
  const judged = useMemo(() => grouped(shown.filter((q) => q.state !== "bench"), about), [shown, about]);
  const order = useMemo(() => [...waiting, ...judged].flatMap((g) => g.items), [waiting, judged]);
  const at = order.findIndex((q) => q.id === id);
  const step = (by: number) => {
    const next = order[at + by];
    if (next) void go(`/courses/${course}/proof/${next.id}`);
  };
  const write = () => void go(`/courses/${course}/proof/write`);
  const bank = () => void go(`/courses/${course}/proof/bank`);
  useKeys([
    { key: "m", does: "Open the bank", press: bank },
    { key: "j", does: "Next question", press: () => step(1) },
    { key: "k", does: "Question before", press: () => step(-1) },
    { key: "n", does: "Write a question", press: write },
  ]);
  useEffect(() => {
    document.title = "Proof · Zinc Owl";
    const first = order[0];
    if (id === undefined && first) void go(`/courses/${course}/proof/${first.id}`, { replace: true });
  }, [course, go, id, order]);
  useEffect(() => {
    document.querySelector("[aria-current=page][data-row]")?.scrollIntoView({ block: "nearest" });
  }, [id, order]);

  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data || !about) return <Waiting what="the bench" />;
  if (data.length === 0 && id === undefined)
    return (
      <section className="mt-4 flex-1 border border-b-0 border-line bg-paper px-5 py-8 desk:ml-[76px] desk:rounded-tl-sheet desk:px-[52px]">
        <Nothing title="The bench is clear">
          <p>Drafts that the proof could not clear wait here to be kept, edited or dropped. Nothing waits now.</p>
          <Anew counts={about.counts} />
          <p className="flex flex-wrap gap-2.5">
            <Button tone="main" onClick={() => void go(`/courses/${course}/draft`)}>
              Go to Draft
            </Button>
            <Button onClick={write} cap="n">
              Write a question
            </Button>
            <Button onClick={bank} cap="m">
              Open the bank
            </Button>
          </p>
        </Nothing>
      </section>
    );
  const left = data.filter((q) => q.state === "bench");
  const inJudged = data.some((q) => q.id === id && q.state !== "bench");
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 desk:h-[calc(100dvh-64px)] desk:flex-none desk:grid-rows-[minmax(0,1fr)] desk:grid-cols-[248px_minmax(0,1fr)_min(372px,30vw)]">
      <h1 className="sr-only">Proof</h1>
      <nav aria-label="The bench" className="max-h-56 overflow-y-auto py-4 pl-5 desk:max-h-none">
        <p>
          <b>{left.length} waiting</b> <span className="text-ink-2">· </span>
          <Link className="link" to={`/courses/${course}/proof/bank`}>
            the whole bank
          </Link>
        </p>
        <Anew counts={about.counts} />
        <p className="pt-2">
          <Button small cap="n" onClick={write}>
            Write a question
          </Button>
        </p>
        <Sorted course={course} about={about} all={data} shown={waiting.flatMap((g) => g.items)} only={only} change={setOnly} />
        <Groups course={course} groups={waiting} />
        {judged.length > 0 && (
          <details className="mt-4 border-t border-line pt-2" open={inJudged || data.length <= few}>
            <summary className="label cursor-pointer pr-3">Of the newest batch, in the bank</summary>
            <Groups course={course} groups={judged} of=", judged" />
          </details>
        )}
      </nav>
      {id && <BenchedQuestion key={id} course={course} id={id} topics={about.topics} next={() => step(1)} left={left.filter((q) => !q.uncovered && q.id !== id).length} />}
    </div>
  );
}

/** Which questions of the bench are shown; an empty list stands for any. */
interface Only {
  verdicts: Verdict[];
  topics: string[];
}

interface SortedProps {
  course: string;
  about: Course;
  all: BenchItem[];
  shown: BenchItem[];
  only: Only;
  change: (next: Only) => void;
}

/** Sorted narrows the bench to some verdicts and topics, and does one thing with all that are shown. */
function Sorted({ course, about, all, shown, only, change }: SortedProps) {
  const client = useQueryClient();
  const many = useMany(course);
  const uncover = useMutation({
    mutationFn: () => take(api.POST("/api/courses/{course}/bench/uncover", { params: { path: { course } }, body: { questions: shown.map((q) => q.id) } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course] }),
  });
  if (all.length < 2) return <Came many={many} />;
  const verdicts = (["held", "unproven", "faulted", "cleared", "worked"] as const).map((v) => ({ value: v, says: capital(v === "worked" ? "worked out" : v), n: all.filter((q) => q.verdict === v).length })).filter((v) => v.n > 0);
  const topics = [...about.topics.map((t) => ({ value: t.id ?? "", says: t.title })), { value: "none", says: "In no topic" }].filter((t) => all.some((q) => (q.topic_id ?? "none") === t.value));
  const names = (list: readonly { value: string; says: string }[], chosen: readonly string[]) => listed(list.filter((c) => chosen.includes(c.value)).map((c) => c.says), 2);
  const keepable = shown.filter((q) => q.verdict !== "faulted");
  const does = [
    ...(keepable.length > 0 ? [{ value: "keep" as const, says: keepable.length < shown.length ? `Keep the ${keepable.length} that ${keepable.length === 1 ? "is" : "are"} not faulted` : "Keep" }] : []),
    { value: "uncover" as const, says: "Uncover, each to rest seven days" },
    { value: "proof" as const, says: "Proof again" },
    { value: "drop" as const, says: "Drop" },
  ];
  return (
    <div className="pt-2 pr-3 text-[13.5px] leading-[1.9]">
      Show{" "}
      <Part label="Of which verdict" says={only.verdicts.length === 0 ? "any verdict" : names(verdicts, only.verdicts).toLowerCase()}>
        <Choices all={verdicts.map((v) => ({ value: v.value, says: v.says, aside: String(v.n) }))} chosen={only.verdicts} change={(v) => change({ ...only, verdicts: v })} none="Any verdict" />
      </Part>{" "}
      <Part label="On which topics" says={only.topics.length === 0 ? "on any topic" : `on ${names(topics, only.topics)}`}>
        <Choices all={topics} chosen={only.topics} change={(v) => change({ ...only, topics: v })} none="Any topic" />
      </Part>
      .{" "}
      {shown.length > 0 ? (
        <Part label={`With ${counted(shown.length, "waiting question")}`} says={shown.length === 1 ? "With this one" : `With all ${shown.length}`}>
          <Lines
            all={does}
            press={(l) => {
              if (l.value === "uncover") uncover.mutate();
              else if (l.value === "keep") many.make(keepable, { do: "keep" }, "# kept in the bank");
              else if (l.value === "proof") many.make(shown, { do: "proof" }, "# will be proofed again");
              else many.make(shown, { do: "drop" }, "# dropped");
            }}
          />
        </Part>
      ) : (
        <span className="text-ink-2">None waits.</span>
      )}
      <Came many={many} />
      <Trouble error={uncover.error} />
    </div>
  );
}

/** Anew says that what changed is being followed up, and how far. */
function Anew({ counts: c }: { counts: Course["counts"] }) {
  if (c.stuck) return <p className="pt-1 pr-3 text-[13px] text-fault">What changed in the sources could not be followed up; it is tried again with the next change.</p>;
  if (!c.settling) return null;
  return (
    <p role="status" className="pt-1 pr-3 text-[13px] text-ink-2">
      The sources changed. {c.to_proof > 0 ? `${c.proofed} of ${c.to_proof} questions are proofed again.` : "What rests on them is proofed again."}
    </p>
  );
}

interface Group {
  title: string;
  items: BenchItem[];
}

/** few is how many rows stand there without being folded away. */
const few = 40;

/** grouped sorts questions by topic, in the order of the syllabus. */
function grouped(all: BenchItem[], course: Course | undefined): Group[] {
  const topics = course?.topics ?? [];
  const groups: Group[] = topics.map((t) => ({ title: t.title, items: all.filter((q) => q.topic_id === t.id) }));
  const known = new Set(topics.map((t) => t.id));
  groups.push({ title: "In no topic", items: all.filter((q) => !q.topic_id || !known.has(q.topic_id)) });
  return groups.filter((g) => g.items.length > 0);
}

/** Groups are sections of the list; of tells those of one list from those of another. */
function Groups({ course, groups, of = "" }: { course: string; groups: Group[]; of?: string }) {
  return groups.map((g) => (
    <section key={g.title} aria-label={g.title + of}>
      <h2 className="label mt-3 mb-1.5">{g.title}</h2>
      {g.items.map((q) => (
        <Row key={q.id} course={course} item={q} />
      ))}
    </section>
  ));
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
