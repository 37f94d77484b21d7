import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, type DragEvent, type KeyboardEvent } from "react";
import { Link, useLocation, useOutletContext } from "react-router";
import { api, asBytes, Problem, take, type OutlineView, type Placed, type Syllabus } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button, Cap } from "../../parts/button";
import { Dialog } from "../../parts/dialog";
import { useKeys } from "../../parts/keys";
import { Failing, Trouble, Waiting } from "../../parts/state";
import { counted, listed, placed } from "../../parts/words";
import { Belongs } from "./belongs";
import { deeper, end, fresh, moved, readWeight, recognised, rowsOf, stepped, straight, topicsOf, type Row } from "./rows";

type View = Syllabus["topics"][number];
type Said = View["can_do"][number];

/** SyllabusPage is the outline of the exam: topics with their weights and statements, edited in place, and what covers them. */
export function SyllabusPage() {
  const course = useOutletContext<string>();
  const { data, error, refetch } = useQuery(queries.syllabus(course));
  const { data: about } = useQuery(queries.course(course));
  useEffect(() => {
    document.title = "Syllabus · Zinc Owl";
  }, []);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data || !about) return <Waiting what="the syllabus" />;
  return <Outline course={course} now={data} topics={about.topics} canEdit={about.role === "owner"} canPlace={about.role !== "candidate"} />;
}

interface Props {
  course: string;
  now: Syllabus;
  topics: { id: string; title: string; depth: number; weight: number }[];
  canEdit: boolean;
  canPlace: boolean;
}

function Outline({ course, now, topics, canEdit, canPlace }: Props) {
  const client = useQueryClient();
  const given = useLocation().state as { outline?: string } | null;
  const [rows, setRows] = useState<Row[]>(); // while edited; undefined shows what is saved
  const [version, setVersion] = useState(now.version);
  const [at, setAt] = useState<string>(); // the row that is looked at, or "nowhere"
  const [pasting, setPasting] = useState(false);
  const [left, setLeft] = useState<OutlineView["leftovers"]>([]);
  const [dropping, setDropping] = useState<number>();
  const dragged = useRef<number>(undefined);
  const box = useRef<HTMLDivElement>(null);
  const focus = useRef<string>(undefined);
  const shown = rows ?? rowsOf(now.topics);
  useEffect(() => {
    if (focus.current === undefined) return;
    box.current?.querySelector<HTMLTextAreaElement>(`[data-row="${focus.current}"]`)?.focus();
    focus.current = undefined;
  });
  const edit = (change: (rows: Row[]) => Row[]) => {
    if (rows === undefined) setVersion(now.version);
    setRows(change(shown));
  };
  const read = useMutation({
    mutationFn: (what: { text: string } | File) =>
      take(
        api.POST("/api/courses/{course}/syllabus/outline", {
          params: { path: { course }, query: { name: what instanceof File ? what.name : "" } },
          ...asBytes(what instanceof File ? what : what.text),
        }),
      ),
    onSuccess: understood,
  });
  const propose = useMutation({ mutationFn: () => take(api.GET("/api/courses/{course}/syllabus/proposal", { params: { path: { course } } })), onSuccess: understood });
  function understood(o: OutlineView) {
    setVersion(now.version);
    setRows(recognised(o, now));
    setLeft(o.leftovers);
    setPasting(false);
  }
  const asked = useRef(false);
  useEffect(() => {
    if (!given?.outline || asked.current) return;
    asked.current = true;
    read.mutate({ text: given.outline });
  }, [given, read]);
  const save = useMutation({
    mutationFn: () => take(api.PUT("/api/courses/{course}/syllabus", { params: { path: { course } }, body: { topics: topicsOf(shown), version } })),
    onSuccess: async (saved) => {
      client.setQueryData(queries.syllabus(course).queryKey, saved);
      setRows(undefined);
      setLeft([]);
      await client.invalidateQueries({ queryKey: ["course", course] });
    },
    onError: async (e) => {
      if (!(e instanceof Problem) || e.status !== 409) return;
      const newer = await client.fetchQuery({ ...queries.syllabus(course), staleTime: 0 });
      setVersion(newer.version); // what was typed stays; saving again is made knowingly
    },
  });
  const unread = shown.find((r) => readWeight(r.weight) === null);
  const back = () => {
    setRows(undefined);
    setLeft([]);
    save.reset();
  };
  const add = () =>
    edit((all) => {
      const row = fresh("topic", 0);
      focus.current = row.key;
      return [...all, row];
    });
  useKeys([
    canEdit && { key: "p", does: "Paste an outline", press: () => setPasting(true) },
    canEdit && { key: "n", does: "New topic at the end", press: add },
    canEdit && rows !== undefined && { key: "Enter", does: "Save the syllabus", press: () => save.mutate() },
  ]);
  const views = new Map(now.topics.map((t) => [t.id, t]));
  const whole = new Map(now.topics.map((t) => [t.id, withBelow(t, now.topics)]));
  const said = new Map(now.topics.flatMap((t) => t.can_do.map((c) => [c.id, c] as const)));

  const press = (e: KeyboardEvent, i: number) => {
    const row = shown[i]!;
    const act = (change: (all: Row[]) => Row[], then = row.key) => {
      e.preventDefault();
      focus.current = then;
      edit(change);
    };
    if (e.altKey && e.key === "ArrowRight") return act((all) => deeper(all, i, 1));
    if (e.altKey && e.key === "ArrowLeft") return act((all) => deeper(all, i, -1));
    if (e.altKey && (e.key === "ArrowUp" || e.key === "ArrowDown")) return act((all) => stepped(all, i, e.key === "ArrowUp" ? -1 : 1));
    if (e.key === "Enter" && !e.ctrlKey && !e.metaKey) {
      const can = e.altKey || row.kind === "can";
      const next = can ? fresh("can", row.depth) : fresh("topic", row.depth);
      // A statement stands right below its topic, a topic after all that is below the one before it.
      const to = can ? i + 1 : end(shown, i);
      return act((all) => straight([...all.slice(0, to), next, ...all.slice(to)]), next.key);
    }
    if (e.key === "Backspace" && row.title === "" && shown.length > 0) return act((all) => straight(all.filter((_, j) => j !== i)), shown[i - 1]?.key ?? shown[i + 1]?.key);
    if (!e.altKey && (e.key === "ArrowDown" || e.key === "ArrowUp")) {
      e.preventDefault();
      box.current?.querySelector<HTMLTextAreaElement>(`[data-row="${shown[i + (e.key === "ArrowDown" ? 1 : -1)]?.key}"]`)?.focus();
    }
  };
  const drop = (e: DragEvent) => {
    e.preventDefault();
    const from = dragged.current;
    if (from !== undefined && dropping !== undefined) edit((all) => moved(all, from, dropping));
    dragged.current = undefined;
    setDropping(undefined);
  };
  const most = Math.max(1, ...now.topics.map((t) => Math.max(t.share.total, t.share.high)));
  const current = shown.find((r) => r.key === at);
  const bare = now.topics.filter((t) => isBare(whole.get(t.id)!));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 desk:grid-cols-[minmax(0,1fr)_min(380px,32vw)]">
      <section aria-label="The outline" className="border border-b-0 border-line bg-paper px-4 py-5 desk:mt-4 desk:ml-5 desk:rounded-tl-sheet desk:px-7">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2">
          <h1 className="title">Syllabus</h1>
          <p role="status" className="text-ink-2">
            {rows !== undefined ? "Changed, not saved yet" : now.topics.length === 0 ? "" : summary(now)}
          </p>
          {canEdit && (
            <span className="flex flex-wrap gap-2 desk:ml-auto">
              <Button small cap="p" onClick={() => setPasting(true)}>
                Paste an outline
              </Button>
              {now.headings && (
                <Button small onClick={() => propose.mutate()} disabled={propose.isPending}>
                  Take the sources’ headings
                </Button>
              )}
            </span>
          )}
        </div>
        <Trouble error={propose.error} />
        <Trouble error={read.error} />
        {shown.length === 0 ? (
          <div className="max-w-prose py-6 text-ink-2 [&_p]:mb-3">
            <p>
              What does the exam ask about? Paste its outline as the board hands it out: numbered, indented or as a table, with marks, per cent or stars. Or take the headings of your sources, or write the topics yourself.
            </p>
            <p>Passages and questions are then sorted into the topics by their words, and you see what nothing covers.</p>
          </div>
        ) : (
          <>
            <div className={`${columns} hidden border-b border-line pb-1 desk:grid`} aria-hidden="true">
              <span />
              <span className="label">Topic</span>
              <span className="label text-right">Weight</span>
              <span className="label">Share of the marks</span>
              <span className="label text-right">Passages</span>
              <span className="label text-right">Easy · medium · hard</span>
              <span />
            </div>
            <div ref={box} onDragOver={(e) => e.preventDefault()} onDrop={drop}>
              {shown.map((r, i) => (
                <Line
                  key={r.key}
                  row={r}
                  view={r.kind === "topic" ? views.get(r.id ?? "") : undefined}
                  covers={r.kind === "can" ? said.get(r.id ?? "") : whole.get(r.id ?? "")}
                  bare={bare.some((b) => b.id === r.id)}
                  said={said.get(r.id ?? "")}
                  most={most}
                  on={r.key === at}
                  stale={rows !== undefined}
                  canEdit={canEdit}
                  mark={dropping === i ? "before" : dropping === shown.length && i === shown.length - 1 ? "after" : undefined}
                  look={() => setAt(r.key)}
                  change={(part) => edit((all) => all.map((o, j) => (j === i ? { ...o, ...part } : o)))}
                  remove={() => edit((all) => straight([...all.slice(0, i), ...all.slice(end(all, i))]))}
                  press={(e) => canEdit && press(e, i)}
                  drag={() => (dragged.current = i)}
                  over={(after) => setDropping(after ? i + 1 : i)}
                  dragEnd={() => setDropping(undefined)}
                />
              ))}
            </div>
            {(now.nowhere.passages > 0 || questions(now.nowhere) > 0) && (
              <button type="button" className={`${columns} grid w-full border-t border-line py-2 text-left text-ink-2 hover:bg-ground ${at === "nowhere" ? "bg-eye-wash" : ""}`} onClick={() => setAt("nowhere")}>
                <span />
                <span>In no topic</span>
                <span className="hidden desk:inline" />
                <span className="hidden desk:inline" />
                <span className="num hidden text-right desk:inline">{now.nowhere.passages}</span>
                <Levels of={now.nowhere} />
                <span />
              </button>
            )}
          </>
        )}
        {canEdit && (
          <div className="mt-4 flex flex-wrap items-center gap-2.5">
            {rows !== undefined && (
              <>
                <Button tone="main" cap="Enter" onClick={() => save.mutate()} disabled={save.isPending || unread !== undefined}>
                  {save.isPending ? "Sorting passages and questions …" : "Save the syllabus"}
                </Button>
                <Button onClick={back}>Take the changes back</Button>
              </>
            )}
            <Button cap="n" onClick={add}>
              Another topic
            </Button>
            <Link className="link ml-auto" to={`/courses/${course}/course`}>
              Title and exam date
            </Link>
          </div>
        )}
        {unread && (
          <p role="alert" className="note mt-3" data-tone="fault">
            The weight “{unread.weight}” of “{unread.title}” can’t be read; write 15, 20% or ★★.
          </p>
        )}
        <Trouble error={save.error} />
      </section>
      <aside aria-label="About the topic" className="border border-b-0 border-line bg-margin px-5 py-5 desk:mt-4 desk:border-l-0">
        <div className="desk:sticky desk:top-5 desk:max-h-[calc(100dvh-40px)] desk:overflow-y-auto">
          {left.length > 0 && (
            <Note tone="eye" title={`${counted(left.length, "line")} left over`}>
              <ul>
                {left.map((l) => (
                  <li key={l.line} className="mt-1">
                    <span className="num text-xs text-ink-2">{l.line}</span> <span className="font-read">{l.text}</span>
                    <span className="block text-[12.5px] text-ink-2">{l.why}</span>
                  </li>
                ))}
              </ul>
            </Note>
          )}
          {at === "nowhere" ? (
            <PlacedList course={course} topics={topics} canPlace={canPlace} heading="In no topic" />
          ) : current?.kind === "topic" && current.id && views.has(current.id) ? (
            <About course={course} view={views.get(current.id)!} topics={topics} canPlace={canPlace} />
          ) : (
            <>
              {bare.length > 0 && rows === undefined && (
                <Note tone="eye" title={`Nothing on ${counted(bare.length, "topic")}`}>
                  No passage and no question belongs to {listed(bare.map((b) => b.title), 6)}.
                </Note>
              )}
              <Note title="Weights">15 for marks, 20% or ★★; sub-topics divide what their topic has. Where none is given, the share is estimated from your past papers.</Note>
              {canEdit && (
                <Note title="By keyboard">
                  <dl className="grid grid-cols-[auto_1fr] gap-x-3">
                    {(
                      [
                        ["Enter", "a topic after this one"],
                        ["Alt Enter", "a can-do statement below it"],
                        ["Alt → ←", "further in, further out"],
                        ["Alt ↑ ↓", "before or after its neighbour"],
                      ] as const
                    ).map(([key, does]) => (
                      <div key={key} className="col-span-2 grid grid-cols-subgrid py-0.5">
                        <dt className="num text-[12.5px]">{key}</dt>
                        <dd>{does}</dd>
                      </div>
                    ))}
                  </dl>
                </Note>
              )}
            </>
          )}
        </div>
      </aside>
      <Dialog open={pasting} close={() => setPasting(false)} title="Paste an outline" says="As the exam board hands it out, or a file of it. You see how it was understood before anything is saved.">
        <Paste reading={read.isPending} error={read.error} read={(what) => read.mutate(what)} replaces={now.topics.length > 0} />
      </Dialog>
    </div>
  );
}

const columns = "grid-cols-[18px_minmax(0,1fr)_auto_20px] items-center gap-x-2 desk:gap-x-3 desk:grid-cols-[22px_minmax(0,1fr)_64px_150px_64px_128px_26px]";

type Covers = { passages: number; easy: number; medium: number; hard: number };

/** withBelow adds up what covers a topic and those below it. */
function withBelow(t: View, all: View[]): Covers {
  const sum = { passages: 0, easy: 0, medium: 0, hard: 0 };
  for (let i = all.indexOf(t), first = i; i < all.length && (i === first || all[i]!.depth > t.depth); i++) {
    const o = all[i]!;
    sum.passages += o.passages;
    sum.easy += o.easy;
    sum.medium += o.medium;
    sum.hard += o.hard;
  }
  return sum;
}

/** isBare says whether nothing covers a topic. */
const isBare = (c: Covers) => c.passages + questions(c) === 0;

const questions = (c: Covers) => c.easy + c.medium + c.hard;

function summary(s: Syllabus): string {
  const of = (basis: string) => s.topics.filter((t) => t.share.basis === basis).length;
  const parts = [counted(s.topics.length, "topic")];
  const can = s.topics.reduce((n, t) => n + t.can_do.length, 0);
  if (can > 0) parts.push(counted(can, "statement"));
  const estimated = of("estimated");
  if (estimated > 0) parts.push(`${counted(estimated, "weight")} estimated`);
  if (of("given") === 0 && estimated === 0) parts.push("no weights given, so all count alike");
  return parts.join(", ");
}

interface LineProps {
  row: Row;
  view?: View;
  covers?: Covers;
  said?: Said;
  bare: boolean;
  most: number;
  on: boolean;
  stale: boolean;
  canEdit: boolean;
  mark?: "before" | "after";
  look: () => void;
  change: (part: Partial<Row>) => void;
  remove: () => void;
  press: (e: KeyboardEvent) => void;
  drag: () => void;
  over: (after: boolean) => void;
  dragEnd: () => void;
}

function Line({ row: r, view, covers, said, bare, most, on, stale, canEdit, mark, look, change, remove, press, drag, over, dragEnd }: LineProps) {
  const can = r.kind === "can";
  const name = r.title || (can ? "the new statement" : "the new topic");
  return (
    <div
      className={`${columns} grid border-t py-0.5 ${on ? "bg-eye-wash" : ""} ${mark === "before" ? "border-t-2 border-t-eye" : "border-line"} ${mark === "after" ? "border-b-2 border-b-eye" : ""}`}
      onDragOver={(e) => {
        const area = e.currentTarget.getBoundingClientRect();
        over(e.clientY > area.top + area.height / 2);
      }}
    >
      {canEdit ? (
        <span
          draggable
          role="img"
          aria-label={`Drag ${name}`}
          className="cursor-grab text-center text-ink-2 select-none"
          onDragStart={(e) => {
            e.dataTransfer.effectAllowed = "move";
            e.dataTransfer.setData("text/plain", r.title);
            drag();
          }}
          onDragEnd={dragEnd}
        >
          ↕
        </span>
      ) : (
        <span />
      )}
      <span className="flex min-w-0 items-baseline self-center" style={{ paddingLeft: `${r.depth * 22}px` }}>
        {can && <span className="mr-2 text-[12.5px] text-ink-2">can</span>}
        <textarea
          data-row={r.key}
          rows={1}
          className={`field-sizing-content w-full min-w-0 resize-none border-0 bg-transparent py-1.5 leading-snug ${can ? "font-read text-[15px]" : r.depth === 0 ? "font-[650]" : ""}`}
          aria-label={can ? "Can-do statement" : `Topic, ${r.depth === 0 ? "outermost" : `${r.depth} in`}`}
          value={r.title}
          title={r.title}
          readOnly={!canEdit}
          placeholder={can ? "what the candidate does" : "name of the topic"}
          maxLength={can ? 500 : 200}
          onFocus={look}
          onChange={(e) => change({ title: e.target.value.replace(/\s*\n\s*/g, " ") })}
          onKeyDown={press}
        />
      </span>
      {can ? (
        <span className="hidden desk:inline" />
      ) : (
        <input
          className="num col-start-2 row-start-2 w-16 border-0 bg-transparent py-1 text-left desk:col-start-auto desk:row-start-auto desk:w-full desk:text-right"
          aria-label={`Weight of ${name}`}
          aria-invalid={readWeight(r.weight) === null || undefined}
          value={r.weight}
          readOnly={!canEdit}
          placeholder="–"
          onFocus={look}
          onChange={(e) => change({ weight: e.target.value })}
        />
      )}
      {can ? <Asked said={said} /> : <Rail view={view} most={most} stale={stale} />}
      <span className={`num hidden text-right desk:inline ${bare ? "text-fault" : "text-ink-2"}`}>{covers ? covers.passages : ""}</span>
      {covers ? bare && !can ? <span className="text-right text-[13px] text-fault">nothing</span> : <Levels of={covers} /> : <span />}
      {canEdit ? (
        <button type="button" className="btn border-transparent! bg-transparent! px-1!" data-size="small" aria-label={`Take out ${name}`} onClick={remove}>
          ✕
        </button>
      ) : (
        <span />
      )}
    </div>
  );
}

/** Rail shows a topic's share, and of an estimate where it may lie. */
function Rail({ view, most, stale }: { view?: View; most: number; stale: boolean }) {
  if (!view) return <span className="hidden text-[12.5px] text-ink-2 desk:inline">after saving</span>;
  const s = view.share;
  const width = (n: number) => `${Math.min(100, (100 * n) / most)}%`;
  const estimated = s.basis === "estimated";
  return (
    <span className={`hidden grid-cols-[70px_1fr] items-center gap-x-2 desk:grid ${stale ? "opacity-50" : ""}`}>
      <span className="relative h-2.5" role="img" aria-label={estimated ? `Between ${Math.round(s.low)} and ${Math.round(s.high)} per cent` : `${s.total.toFixed(1)} per cent`}>
        <span className="absolute inset-x-0 top-1/2 h-px bg-line" />
        <span className={`absolute top-[3px] left-0 h-1 ${estimated ? "border border-cite" : "bg-cite"}`} style={{ width: width(s.total) }} />
        {estimated && <span className="absolute top-0 h-2.5 border-x border-cite" style={{ left: width(s.low), width: width(s.high - s.low) }} />}
      </span>
      <span className="num leading-tight">
        {percent(s.total)}{s.basis !== "given" && <span className="block font-ui text-[11.5px] text-ink-2">{estimated ? "estimated" : "assumed"}</span>}
      </span>
    </span>
  );
}

const percent = (n: number) => `${n.toFixed(n < 9.95 && Math.abs(n - Math.round(n)) > 0.04 ? 1 : 0)}%`;

function Asked({ said }: { said?: Said }) {
  return <span className="hidden text-[12.5px] text-ink-2 desk:inline">{said?.asked && said.asked.share > 0 ? `${said.asked.share.toFixed(0)}% of past marks` : ""}</span>;
}

/** Levels counts questions, easy, medium and hard. */
function Levels({ of }: { of: Covers }) {
  if (questions(of) === 0) return <span className="text-right text-[13px] text-ink-2">none</span>;
  return (
    <span className="num text-right text-[13px] text-ink-2" role="img" aria-label={`${of.easy} easy, ${of.medium} medium, ${of.hard} hard`} title="easy · medium · hard">
      {of.easy} · {of.medium} · {of.hard}
    </span>
  );
}

function About({ course, view, topics, canPlace }: { course: string; view: View; topics: Props["topics"]; canPlace: boolean }) {
  const s = view.share;
  const says =
    s.basis === "given"
      ? `${percent(s.total)} of the marks, as the outline says.`
      : s.basis === "estimated"
        ? `About ${s.total.toFixed(0)}% of the marks, between ${s.low.toFixed(0)} and ${s.high.toFixed(0)}: estimated from ${listed((s.papers ?? []).map((p) => `“${p}”`), 5)}.`
        : `${percent(s.total)} of the marks, assumed: the outline gives no weight and no past paper asks about it or its neighbours.`;
  return (
    <>
      <h2 className="title mb-2 wrap-anywhere">{view.title}</h2>
      <p className="mb-1">{says}</p>
      {s.own !== s.total && <p className="mb-1 text-ink-2">{s.own > 0 ? `${s.own.toFixed(1)}% of it is its own, the rest its sub-topics’.` : "All of it is its sub-topics’."}</p>}
      <p className="mb-4 text-ink-2">
        {s.own !== s.total ? "Without its sub-topics: " : ""}
        {counted(view.passages, "passage")}; {counted(view.easy, "easy question")}, {view.medium} medium, {view.hard} hard.
      </p>
      <PlacedList course={course} topic={view.id} topics={topics} canPlace={canPlace} heading="Belongs to it, least sure first" />
    </>
  );
}

function PlacedList({ course, topic, topics, canPlace, heading }: { course: string; topic?: string; topics: Props["topics"]; canPlace: boolean; heading: string }) {
  const { data, error } = useQuery({ ...queries.placedIn(course, topic), enabled: canPlace });
  if (!canPlace) return null;
  return (
    <>
      <h2 className="label mb-1">{heading}</h2>
      <Trouble error={error} />
      {data?.length === 0 && <p className="text-ink-2">Nothing yet: bring a source or a past paper that deals with it.</p>}
      <ul>
        {data?.map((p) => (
          <li key={p.question_id ?? `${p.source_id}${p.passage}`} className="border-t border-line py-2">
            <span className="line-clamp-3 font-read text-[14px] leading-snug">{p.text}</span>
            <span className="block text-[12.5px]">
              <Where course={course} placed={p} />
              {", "}
              <Belongs course={course} thing={p.question_id ? { question: p.question_id } : { source: p.source_id ?? "", passage: p.passage ?? "" }} topics={topics} topic={topic} by={p.by} sure={p.sure} canChange />
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function Where({ course, placed: p }: { course: string; placed: Placed }) {
  if (p.question_id)
    return (
      <Link className="link" to={`/courses/${course}/proof/${p.question_id}`}>
        {p.level} question
      </Link>
    );
  return (
    <Link className="link" to={`/courses/${course}/sources/${p.source_id}#${p.passage}`}>
      {placed(p.title, p.locator ?? {})}
    </Link>
  );
}

function Paste({ reading, error, read, replaces }: { reading: boolean; error: Error | null; read: (what: { text: string } | File) => void; replaces: boolean }) {
  const [text, setText] = useState("");
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        read({ text });
      }}
    >
      <label className="label mb-1 block" htmlFor="outline">
        The outline
      </label>
      <textarea
        id="outline"
        rows={11}
        className="field num leading-relaxed!"
        spellCheck={false}
        value={text}
        placeholder={"1 Chemical dosing (22%)\n1.1 Solution strengths\n    explain why …\n2 Filtration ★★"}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) read({ text });
        }}
      />
      <input ref={chooser} type="file" className="sr-only" tabIndex={-1} aria-label="Outline as a file" onChange={(e) => e.target.files?.[0] && read(e.target.files[0])} />
      <Trouble error={error} />
      {replaces && <p className="mt-2 text-ink-2">Topics of the same name stay what they are; others are replaced once you save.</p>}
      <div className="mt-4 flex flex-wrap items-center gap-2.5">
        <Button tone="main" type="submit" disabled={reading || text.trim() === ""}>
          See what is understood
        </Button>
        <Cap name="Ctrl Enter" apart />
        <Button onClick={() => chooser.current?.click()} disabled={reading}>
          Choose a file
        </Button>
      </div>
    </form>
  );
}
