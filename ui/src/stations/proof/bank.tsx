import { useQuery } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { Link, useNavigate, useOutletContext, useParams } from "react-router";
import type { BankItem, Course } from "../../api/client";
import * as queries from "../../api/queries";
import { kinds, roomOf } from "../../kinds";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark } from "../../parts/mark";
import { Choices, Lines, One, Part, useClosing } from "../../parts/part";
import { Failing, Nothing, Waiting } from "../../parts/state";
import { capital, counted, levels, listed } from "../../parts/words";
import { BenchedQuestion } from "./benched";
import { Came } from "./came";
import { useMany, type OneChange } from "./many";
import { everything, orders, picked, wents, type Pick } from "./pick";

/** BankStation lists every question of the course: searched, filtered, and changed many at once. */
export function BankStation() {
  const course = useOutletContext<string>();
  const about = useQuery(queries.course(course)).data;
  const { data, error, refetch } = useQuery(queries.bank(course));
  useEffect(() => {
    document.title = "Bank · Zinc Owl";
  }, []);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data || !about) return <Waiting what="the bank" />;
  if (data.length === 0)
    return (
      <section className="mt-4 flex-1 border border-b-0 border-line bg-paper px-5 py-8 desk:ml-[76px] desk:rounded-tl-sheet desk:px-[52px]">
        <Nothing title="The bank is empty">
          <p>Every question that is drafted, brought or written stands here. None is yet.</p>
          <p>
            <Link className="link" to={`/courses/${course}/draft`}>
              Go to Draft
            </Link>
          </p>
        </Nothing>
      </section>
    );
  return <Bank course={course} about={about} all={data} />;
}

/** tall is how high a row is, in pixels. */
const tall = 56;

function Bank({ course, about, all }: { course: string; about: Course; all: BankItem[] }) {
  const id = useParams().question;
  const go = useNavigate();
  const sources = useQuery(queries.sources(course)).data;
  const [pick, setPick] = useState<Pick>(everything);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [last, setLast] = useState<string>();
  const search = useRef<HTMLInputElement>(null);
  const wanted = useDeferredValue(pick);
  const order = useMemo(() => new Map(about.topics.map((t, i) => [t.id, i])), [about.topics]);
  const shown = useMemo(() => picked(all, wanted, order), [all, wanted, order]);
  const marked = useMemo(() => shown.filter((q) => chosen.has(q.id)), [shown, chosen]);
  const at = shown.findIndex((q) => q.id === id);
  const open = (q: BankItem | undefined) => {
    if (q) void go(`/courses/${course}/proof/bank/${q.id}`);
  };
  const step = (by: number) => open(shown[at < 0 ? 0 : at + by]);
  const turn = (q: BankItem, range: boolean) => {
    const next = new Set(chosen);
    const from = range ? shown.findIndex((s) => s.id === last) : -1;
    const to = shown.indexOf(q);
    const on = !chosen.has(q.id);
    for (const s of from < 0 ? [q] : shown.slice(Math.min(from, to), Math.max(from, to) + 1)) {
      if (on) next.add(s.id);
      else next.delete(s.id);
    }
    setChosen(next);
    setLast(q.id);
  };
  const allMarked = marked.length === shown.length && shown.length > 0;
  const turnAll = () => setChosen(allMarked ? new Set() : new Set(shown.map((q) => q.id)));
  useKeys([
    { key: "j", does: "Next question", press: () => step(1) },
    { key: "k", does: "Question before", press: () => step(-1) },
    { key: "s", does: "Choose the open question, or leave it", press: () => at >= 0 && turn(shown[at]!, false) },
    { key: "a", does: "Choose all that are shown, or none", press: turnAll },
    id !== undefined && { key: "Escape", does: "Close the question", press: () => void go(`/courses/${course}/proof/bank`) },
    { key: "/", does: "Search the questions", press: () => search.current?.focus() },
  ]);
  const set = (part: Partial<Pick>) => setPick({ ...pick, ...part });
  const topics = [...about.topics.map((t) => ({ value: t.id ?? "", says: t.title })), { value: "none", says: "In no topic" }];
  const has = useMemo(
    () => ({
      tags: [...new Set(all.flatMap((q) => q.tags ?? []))].sort(),
      kinds: new Set(all.map((q) => q.kind)),
      from: new Set(all.map((q) => q.from)),
      sources: new Set(all.flatMap((q) => q.sources ?? [])),
    }),
    [all],
  );
  const names = sources?.filter((s) => has.sources.has(s.id)) ?? [];
  return (
    <div className={`grid min-h-0 flex-1 grid-cols-1 desk:h-[calc(100dvh-64px)] desk:flex-none desk:grid-rows-[minmax(0,1fr)] ${id ? "desk:grid-cols-[minmax(300px,26vw)_minmax(0,1fr)_min(340px,28vw)]" : ""}`}>
      <section aria-label="The bank" className={`flex min-h-0 flex-col pt-4 ${id ? "max-desk:h-[60dvh] px-4" : "max-desk:h-[calc(100dvh-110px)] mx-auto w-full max-w-[1080px] px-5"}`}>
        <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
          <h1 className="title">Bank</h1>
          <input ref={search} type="search" aria-label="Search the questions" placeholder="Search the questions" className="field min-w-40 flex-1" value={pick.words} onChange={(e) => set({ words: e.target.value })} />
          <p className="num text-[13px] text-ink-2" role="status">
            {id && (
              <Link className="link font-ui mr-3" to={`/courses/${course}/proof/bank`}>
                Close the question
              </Link>
            )}
            {shown.length === all.length ? counted(all.length, "question") : `${shown.length.toLocaleString("en")} of ${counted(all.length, "question")}`}
          </p>
        </div>
        <Folded when={id !== undefined}>
          Show those{" "}
          <Part label="On which topics" says={pick.topics.length === 0 ? "on any topic" : `on ${listed(topics.filter((t) => pick.topics.includes(t.value)).map((t) => t.says), 2)}`}>
            <Choices all={topics} chosen={pick.topics} change={(v) => set({ topics: v })} none="Any topic" />
          </Part>
          ,{" "}
          <Part label="Of which levels" says={pick.levels.length === 0 ? "any level" : listed(pick.levels)}>
            <Choices all={levels.map((l) => ({ value: l, says: capital(l) }))} chosen={pick.levels} change={(v) => set({ levels: v })} none="Any level" />
          </Part>
          ,{" "}
          <Part label="Of which kinds" says={pick.kinds.length === 0 ? "any kind" : listed(pick.kinds.map((k) => roomOf(k).name.toLowerCase()), 2)}>
            <Choices all={kinds.filter((k) => has.kinds.has(k)).map((k) => ({ value: k, says: roomOf(k).name }))} chosen={pick.kinds} change={(v) => set({ kinds: v })} none="Any kind" />
          </Part>
          ,{" "}
          <Part label="Of which verdict" says={pick.verdicts.length === 0 ? "any verdict" : listed(pick.verdicts)}>
            <Choices all={(["cleared", "worked", "held", "unproven", "faulted"] as const).map((v) => ({ value: v, says: capital(v) }))} chosen={pick.verdicts} change={(v) => set({ verdicts: v })} none="Any verdict" />
          </Part>
          ,{" "}
          <Part label="Where they stand" says={{ any: "in the bank or waiting", bank: "in the bank", bench: "waiting on the bench", kept: "kept by a person" }[pick.stands]}>
            <One
              name="Where they stand"
              chosen={pick.stands}
              change={(v) => set({ stands: v })}
              all={[
                { value: "any", says: "In the bank or waiting" },
                { value: "bank", says: "In the bank" },
                { value: "bench", says: "Waiting on the bench" },
                { value: "kept", says: "Kept by a person, though not cleared" },
              ]}
            />
          </Part>
          ,{" "}
          <Part label="From where" says={pick.from.length === 0 ? "from anywhere" : `from ${listed([...froms, ...names.map((s) => ({ value: s.id, says: s.title }))].filter((f) => pick.from.includes(f.value)).map((f) => f.says), 2)}`}>
            <Choices all={[...froms.filter((f) => has.from.has(f.value)), ...names.map((s) => ({ value: s.id, says: s.title }))]} chosen={pick.from} change={(v) => set({ from: v })} none="Anywhere" />
          </Part>
          ,{" "}
          <Part label="How they went" says={wents.find((w) => w.value === pick.went)!.short}>
            <One name="How they went" chosen={pick.went} change={(v) => set({ went: v })} all={wents} />
          </Part>
          {has.tags.length > 0 && (
            <>
              ,{" "}
              <Part label="With which tags" says={pick.tags.length === 0 ? "with any tag" : `tagged ${listed(pick.tags, 2)}`}>
                <Choices all={has.tags.map((t) => ({ value: t, says: t }))} chosen={pick.tags} change={(v) => set({ tags: v })} none="Any tag, or none" />
              </Part>
            </>
          )}
          , the{" "}
          <Part label="In which order" says={orders.find((o) => o.value === pick.order)!.short}>
            <One name="In which order" chosen={pick.order} change={(v) => set({ order: v })} all={orders} />
          </Part>
          .
        </Folded>
        <Together course={course} marked={marked} topics={topics} tags={has.tags} all={allMarked} turnAll={turnAll} none={shown.length === 0} clear={() => setChosen(new Set())} />
        {shown.length === 0 ? (
          <div className="border-t border-line py-4 text-ink-2">
            No question is like that.{" "}
            <button type="button" className="link" onClick={() => setPick(everything)}>
              Show all
            </button>
          </div>
        ) : (
          <Rows course={course} shown={shown} at={at} chosen={chosen} turn={turn} about={about} />
        )}
      </section>
      {id && <BenchedQuestion key={id} course={course} id={id} topics={about.topics} next={() => step(1)} left={0} />}
    </div>
  );
}

/** Folded is the sentence, which is folded away beside an open question until it is asked for. */
function Folded({ when, children }: { when: boolean; children: ReactNode }) {
  const sentence = <div className="say py-2 text-[17px]! leading-[1.7]!">{children}</div>;
  return when ? (
    <details className="py-1.5">
      <summary className="label cursor-pointer">Which are shown</summary>
      {sentence}
    </details>
  ) : (
    sentence
  );
}

const froms = [
  { value: "writer", says: "the writer" },
  { value: "import", says: "past questions" },
  { value: "person", says: "a person" },
  { value: "endpoint", says: "an endpoint" },
];

interface RowsProps {
  course: string;
  shown: BankItem[];
  at: number;
  chosen: ReadonlySet<string>;
  turn: (q: BankItem, range: boolean) => void;
  about: Course;
}

/** Rows draws as many rows as fit, however many there are. */
function Rows({ course, shown, at, chosen, turn, about }: RowsProps) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: shown.length, getScrollElement: () => box.current, estimateSize: () => tall, overscan: 12 });
  const titles = useMemo(() => new Map(about.topics.map((t) => [t.id, t.title])), [about.topics]);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: "auto" });
  }, [at, rows]);
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto border-t border-line">
      <ul aria-label="Questions" className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((v) => {
          const q = shown[v.index]!;
          return (
            <li key={q.id} aria-setsize={shown.length} aria-posinset={v.index + 1} className="absolute inset-x-0 border-b border-line" style={{ height: tall, transform: `translateY(${v.start}px)` }}>
              <div className={`grid h-full grid-cols-[30px_20px_1fr] items-center border-l-[3px] ${v.index === at ? "border-l-eye bg-paper" : "border-l-transparent hover:bg-paper/60"}`}>
                <input
                  type="checkbox"
                  className="justify-self-center accent-(--eye)"
                  aria-label={`Choose: ${inLine(q.stem)}`}
                  checked={chosen.has(q.id)}
                  onChange={() => undefined}
                  onClick={(e) => turn(q, e.shiftKey)}
                />
                <Mark verdict={q.verdict} />
                <Link to={`/courses/${course}/proof/bank/${q.id}`} aria-current={v.index === at ? "page" : undefined} className="min-w-0 py-1 pr-2">
                  <span className={`block truncate text-[14.5px] ${v.index === at ? "font-[650]" : ""}`}>{inLine(q.stem)}</span>
                  <span className="block truncate text-[12.5px] text-ink-2">{facts(q, titles.get(q.topic_id ?? ""))}</span>
                </Link>
              </div>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** inLine is a stem as it stands in one line: blanks as lines, formulas without what only sets them. */
const inLine = (stem: string) =>
  stem
    .replaceAll(/<<\d+>>/g, "____")
    .replaceAll(/\$([^$]*)\$/g, (_, m: string) => m.replaceAll(/\\(?:left|right|displaystyle|,|;|!)/g, "").replaceAll(/\\[dt]?frac\{([^{}]*)\}\{([^{}]*)\}/g, "($1)/($2)").replaceAll(/\\([a-z]+)/g, "$1").replaceAll(/[{}]/g, ""))
    .replaceAll(/\s+/g, " ");

/** facts is what a row says of a question beside its stem. */
function facts(q: BankItem, topic: string | undefined): string {
  const went = !q.attempts ? undefined : q.last === undefined ? "answered, not marked" : q.last >= 1 ? "right last time" : q.last > 0 ? "half right last time" : "missed last time";
  const stands = q.state === "bench" ? "waiting on the bench" : q.kept ? "kept" : undefined;
  return [topic ?? "In no topic", q.level, roomOf(q.kind).name.toLowerCase(), stands, went, ...(q.tags ?? []).map((t) => `“${t}”`)].filter(Boolean).join(" · ");
}

interface TogetherProps {
  course: string;
  marked: BankItem[];
  topics: { value: string; says: string }[];
  tags: string[];
  all: boolean;
  none: boolean;
  turnAll: () => void;
  clear: () => void;
}

/** Together changes what is chosen, and takes it back. */
function Together({ course, marked, topics, tags, all, none, turnAll, clear }: TogetherProps) {
  const many = useMany(course);
  const make = (body: OneChange, says: string) => many.make(marked, body, says);
  const n = marked.length;
  return (
    <div className="border-t border-line py-1.5">
      <div className="flex min-h-9 flex-wrap items-center gap-2">
        <label className="flex w-[30px] justify-center">
          <input type="checkbox" className="accent-(--eye)" aria-label="Choose all that are shown" checked={all} disabled={none} onChange={turnAll} />
        </label>
        {n === 0 ? (
          <span className="text-[13px] text-ink-2">Choose questions to change them together.</span>
        ) : (
          <>
            <b className="num text-[13.5px]">{n.toLocaleString("en")} chosen</b>
            <Part label="Put them into a topic" says="Topic">
              <Lines all={topics} press={(t) => make({ do: "topic", ...(t.value === "none" ? {} : { topic_id: t.value }) }, t.value === "none" ? "# taken out of their topics" : `# put into ${t.says}`)} />
            </Part>
            <Part label="Give them a level" says="Level">
              <Lines all={levels.map((l) => ({ value: l, says: capital(l) }))} press={(l) => make({ do: "level", level: l.value }, `# made ${l.value}`)} />
            </Part>
            <Part label="Tag them" says="Tag">
              <TagForm tag={(t) => make({ do: "tag", tag: t }, `# tagged “${t}”`)} />
              {tags.length > 0 && <div className="label pt-2">Take a tag away</div>}
              <Lines all={tags.map((t) => ({ value: t, says: t }))} press={(t) => make({ do: "untag", tag: t.value }, `“${t.says}” taken from #`)} />
            </Part>
            {marked.some((q) => q.state === "bench") && (
              <Button small onClick={() => make({ do: "keep" }, "# kept in the bank")}>
                Keep
              </Button>
            )}
            <Button small onClick={() => make({ do: "proof" }, "# will be proofed again")}>
              Proof again
            </Button>
            <Button small onClick={() => make({ do: "drop" }, "# dropped")}>
              Drop
            </Button>
            <Button small onClick={clear}>
              Choose none
            </Button>
          </>
        )}
      </div>
      <Came many={many} />
    </div>
  );
}

function TagForm({ tag }: { tag: (words: string) => void }) {
  const [words, setWords] = useState("");
  const close = useClosing();
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        const said = words.trim().replaceAll(/\s+/g, " ");
        if (said === "") return;
        close();
        tag(said);
      }}
    >
      <input className="field" aria-label="Tag" placeholder="a word or two" maxLength={60} value={words} onChange={(e) => setWords(e.target.value)} />
      <p className="py-2">
        <Button small type="submit">
          Tag them
        </Button>
      </p>
    </form>
  );
}
