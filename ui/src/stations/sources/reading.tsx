import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { api, take, type AboutSource, type Found, type Passage, type Reading } from "../../api/client";
import * as queries from "../../api/queries";
import { Button, Cap } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark } from "../../parts/mark";
import { Maths } from "../../parts/maths";
import { Trouble } from "../../parts/state";
import { Table } from "../../parts/table";
import { counted, listed, onDay, placed } from "../../parts/words";
import { Belongs } from "../syllabus/belongs";
import { SourcesSay } from "./says";
import { Counts } from "./standing";

interface Props {
  course: string;
  source: Reading;
  canChange: boolean;
  remove: () => void;
}

/** What is asked about when nothing is selected. */
const nothing = "…";

/** The words that are selected on the page. */
function selected(): string {
  const words = (window.getSelection()?.toString() ?? "").replace(/\s+/g, " ").trim().slice(0, 500);
  return words.length < 5 ? nothing : words;
}

/** What is set off in a passage: words that were found in it, or a search. */
interface Lit {
  passage?: string;
  words: string;
}

/** ReadingView is a source in place: coverage beside each passage, what was found in the margin. Only what is in sight is in the page, so that a book of a thousand pages reads like a leaf. */
export function ReadingView({ course, source, canChange, remove }: Props) {
  const go = useNavigate();
  const client = useQueryClient();
  const hash = useLocation().hash;
  const list = source.list;
  const paper = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLInputElement>(null);
  const [lit, setLit] = useState<Lit>();
  const [sought, setSought] = useState("");
  const [nth, setNth] = useState(0);
  const [copied, setCopied] = useState("");
  const [margin, setMargin] = useState(0);
  const [statement, setStatement] = useState("");
  useEffect(() => setMargin(paper.current?.offsetTop ?? 0), []);
  const rows = useWindowVirtualizer({ count: list.length, estimateSize: (i) => guess(list[i]!), overscan: 12, scrollMargin: margin, getItemKey: (i) => list[i]!.id });
  const shown = rows.getVirtualItems();
  const top = (rows.scrollOffset ?? 0) + 160;
  const now = shown.findLast((v) => v.start <= top)?.index ?? 0;

  const matches = useMemo(() => {
    const words = sought.trim().toLowerCase();
    if (words.length < 2) return [];
    const out: { index: number; count: number }[] = [];
    list.forEach((p, index) => {
      let count = 0;
      for (let at = p.text.toLowerCase().indexOf(words); at >= 0; at = p.text.toLowerCase().indexOf(words, at + words.length)) count++;
      if (count > 0) out.push({ index, count });
    });
    return out;
  }, [list, sought]);
  const total = matches.reduce((n, m) => n + m.count, 0);

  const reach = useCallback((index: number) => rows.scrollToIndex(index, { align: "center" }), [rows]);
  const show = (passage: string, words: string) => {
    setLit({ passage, words });
    reach(list.findIndex((p) => p.id === passage));
  };
  useEffect(() => {
    const index = list.findIndex((p) => `#${p.id}` === hash);
    if (index < 0) return;
    reach(index);
    setLit({ passage: list[index]!.id, words: list[index]!.text });
  }, [hash, list, reach]);
  const next = (by: number) => {
    if (matches.length === 0) return;
    const to = (nth + by + matches.length) % matches.length;
    setNth(to);
    reach(matches[to]!.index);
  };
  const copy = async (p: Passage) => {
    const cited = `“${p.text.length > 220 ? `${p.text.slice(0, 200).replace(/\s\S*$/, "")} …` : p.text}” ${placed(source.title, p.locator)}${source.dated ? ` (${onDay(source.dated)})` : ""}`;
    await navigator.clipboard.writeText(cited).catch(() => undefined);
    setCopied(p.id);
  };
  const { data: about } = useQuery(queries.course(course));
  const topics = about?.topics ?? [];
  const here = list.find((p) => p.id === lit?.passage) ?? list[now];
  const draft = () => void go(`/courses/${course}/draft?source=${source.id}`);
  const draws = canChange && source.kind !== "paper";
  useKeys([
    draws && { key: "d", does: "Draft from this source", press: draft },
    { key: "f", does: "Find words in this source", press: () => field.current?.focus() },
    { key: "w", does: "Ask what all sources say of the words selected", press: () => setStatement(selected()) },
    { key: "c", does: "Copy a citation of the passage set off, or of the topmost", press: () => void copy(here!) },
  ]);
  const change = useMutation({
    mutationFn: (body: AboutSource) => take(api.PUT("/api/courses/{course}/sources/{source}", { params: { path: { course, source: source.id } }, body })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course] }),
  });
  return (
    <>
      <article aria-label={source.title} className="border border-b-0 border-line bg-paper px-4 py-6 desk:mt-4 desk:rounded-tl-sheet desk:pt-[22px] desk:pr-[34px] desk:pb-24 desk:pl-0">
        {source.warnings.map((w) => (
          <p key={w.says} className="note mb-5 desk:ml-[90px]" data-tone="eye">
            {w.says}
          </p>
        ))}
        <div ref={paper} className="relative" style={{ height: rows.getTotalSize() }}>
          {shown.map((v) => {
            const p = list[v.index]!;
            return (
              <div key={p.id} id={p.id} ref={rows.measureElement} data-index={v.index} className="absolute inset-x-0 pb-[13px]" style={{ transform: `translateY(${v.start - rows.options.scrollMargin}px)` }}>
                <Row passage={p} lit={lit?.passage === p.id ? lit.words : sought.trim().length > 1 ? sought.trim() : undefined} all={lit?.passage !== p.id} copied={copied === p.id} copy={() => void copy(p)} />
              </div>
            );
          })}
        </div>
      </article>
      <aside aria-label="Found in this section" className="border border-b-0 border-line bg-margin px-5 py-5 desk:mt-4 desk:border-l-0">
        <div className="desk:sticky desk:top-5 desk:max-h-[calc(100dvh-40px)] desk:overflow-y-auto">
          <form
            role="search"
            className="mb-4 flex items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              next(1);
            }}
          >
            <label className="label min-w-0 flex-1" htmlFor="find">
              Find in this source
              <input
                id="find"
                ref={field}
                className="field py-1! text-sm!"
                value={sought}
                autoComplete="off"
                onChange={(e) => {
                  setSought(e.target.value);
                  setNth(-1);
                  setLit(undefined);
                }}
                onKeyDown={(e) => {
                  if (e.key === "Enter" && e.shiftKey) {
                    e.preventDefault();
                    next(-1);
                  }
                  if (e.key === "Escape") setSought("");
                }}
              />
            </label>
            <Cap name="f" apart />
          </form>
          {sought.trim().length > 1 && (
            <p role="status" className="-mt-2 mb-4 text-[13px] text-ink-2">
              {total === 0 ? "It stands nowhere in this source." : `${counted(total, "match", "matches")} in ${counted(matches.length, "passage")}${nth >= 0 && nth < matches.length ? `; here passage ${nth + 1}` : ". Enter leads to the first."}`}
            </p>
          )}
          {statement === nothing && <p role="status" className="mb-4 text-[13px] text-ink-2">Select a sentence in the text, then press w.</p>}
          {statement !== "" && statement !== nothing && <SourcesSay course={course} statement={statement} />}
          <Outline list={list} now={now} go={(i) => rows.scrollToIndex(i, { align: "start" })} />
          <InSection list={list} now={now} show={show} paper={source.kind === "paper"} />
          {source.kind !== "paper" && here && topics.length > 0 && (
            <p className="mt-4 border-t border-line pt-3">
              {here.kind === "heading" ? `“${here.text}” and what stands below it belongs to ` : "This passage belongs to "}
              <Belongs key={here.id} course={course} thing={{ source: source.id, passage: here.id }} topics={topics} topic={here.topic_id} by={here.by} sure={here.sure} canChange={canChange} />.
            </p>
          )}
          {canChange && (
            <div className="mt-4 flex flex-wrap gap-2.5">
              {draws && (
                <Button tone="main" cap="d" onClick={draft}>
                  Draft from this source
                </Button>
              )}
              <Button onClick={remove}>Take it out</Button>
            </div>
          )}
          <Trouble error={change.error} />
          <p className="mt-5 text-[13px] leading-relaxed text-ink-2">
            {source.kind === "paper" ? "A past paper is a model for questions, never evidence. " : <Counts source={source} canChange={canChange} change={(body) => change.mutate(body)} />}
            <From source={source} />
            {counted(source.words, "word")} in {counted(source.passages, "passage")}
            {source.version > 1 ? `, version ${source.version}` : ""}.{" "}
            <Link className="link" to={`/courses/${course}/sources/syllabus`}>
              Syllabus
            </Link>
          </p>
          <p role="status" className="sr-only">
            {copied ? "The citation is copied." : ""}
          </p>
        </div>
      </aside>
    </>
  );
}

function From({ source }: { source: Reading }): ReactNode {
  if (source.address)
    return (
      <>
        From{" "}
        <a className="link wrap-anywhere" href={source.address} rel="noreferrer noopener" target="_blank">
          {source.address.replace(/^https?:\/\//, "")}
        </a>
        .{" "}
      </>
    );
  return source.origin !== source.title ? `From ${source.origin}. ` : "";
}

/** guess is about how high a passage stands, before it is measured. */
function guess(p: Passage): number {
  if (p.kind === "heading") return 44;
  if (p.kind === "picture") return 380;
  if (p.kind === "table") return 40 + 36 * (p.rows?.length ?? 1);
  return 16 + 24 * Math.ceil(p.text.length / 75);
}

/** most is how many entries an outline has at most; deeper headings are left out until it fits. */
const most = 400;

function Outline({ list, now, go }: { list: Passage[]; now: number; go: (index: number) => void }) {
  const entries = useMemo(() => {
    const all = list.flatMap((p, index) => (p.kind === "heading" ? [{ index, text: p.text, depth: p.locator.heading?.length ?? 0 }] : []));
    for (let depth = 6; depth > 0; depth--) {
      const kept = all.filter((e) => e.depth < depth);
      if (kept.length <= most || depth === 1) return kept.slice(0, most);
    }
    return [];
  }, [list]);
  const here = entries.findLast((e) => e.index <= now);
  const box = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const entry = box.current?.querySelector("[aria-current]")?.closest("li");
    if (entry && box.current) box.current.scrollTop = entry.offsetTop - box.current.offsetTop - box.current.clientHeight / 2;
  }, [here]);
  if (entries.length < 3) return null;
  const least = Math.min(...entries.map((e) => e.depth));
  return (
    <nav aria-label="Outline" className="mb-4">
      <h2 className="label mb-1">Outline</h2>
      <ol ref={box} className="max-h-[26vh] overflow-y-auto border-y border-line py-1 text-[13px]">
        {entries.map((e) => (
          <li key={e.index} style={{ paddingLeft: `${(e.depth - least) * 12}px` }}>
            <button type="button" aria-current={e === here ? "location" : undefined} className={`block w-full truncate border-l-2 py-1 pl-2 text-left hover:underline ${e === here ? "border-eye font-[650]" : "border-transparent"}`} onClick={() => go(e.index)}>
              {e.text}
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}

function Row({ passage: p, lit, all, copied, copy }: { passage: Passage; lit?: string; all: boolean; copied: boolean; copy: () => void }) {
  const where = p.kind === "heading" ? (p.locator.page ? `page ${p.locator.page}` : p.locator.line ? `line ${p.locator.line}` : "") : "";
  return (
    <div className="group grid grid-cols-1 gap-x-4 desk:grid-cols-[74px_minmax(0,1fr)]">
      <span className={`num relative text-xs leading-normal text-ink-2 desk:text-right ${p.kind === "heading" ? "pt-[11px]" : "pt-1"}`}>
        {p.kind === "heading" ? <span className="hidden desk:inline">{where}</span> : <Drawn passage={p} />}
        {p.locator.start && <span className="ml-2 desk:ml-0 desk:block">{p.locator.start}</span>}
        {p.confidence !== undefined && p.kind !== "heading" && <span className="ml-2 desk:ml-0 desk:block" title="Recognised in a picture">{p.confidence}% sure</span>}
        {p.locator.row && <span className="ml-2 desk:ml-0 desk:block">row {p.locator.row}</span>}
        <button type="button" className="absolute top-0 right-0 bg-paper px-1 font-ui opacity-0 group-hover:opacity-100 focus-visible:opacity-100" aria-label={`Copy a citation of “${p.text.slice(0, 40)}”`} onClick={copy}>
          {copied ? "copied" : "cite"}
        </button>
      </span>
      <Text passage={p} lit={lit} all={all} />
    </div>
  );
}

/** Drawn says how many questions were drawn from a passage and how they went. */
function Drawn({ passage: p }: { passage: Passage }) {
  const n = p.verdicts.length;
  if (n === 0) return <>none yet</>;
  return (
    <span role="img" aria-label={`${counted(n, "question")} drawn: ${p.verdicts.join(", ")}`} className="inline-flex flex-wrap items-center justify-end gap-[2px]">
      <span className="mr-0.5">{n}</span>
      {p.verdicts.slice(0, 4).map((v, i) => (
        <Mark key={i} verdict={v} small />
      ))}
      {n > 4 && "…"}
    </span>
  );
}

function Text({ passage: p, lit, all }: { passage: Passage; lit?: string; all: boolean }) {
  if (p.kind === "heading") {
    const depth = p.locator.heading?.length ?? 0;
    const size = depth === 0 ? "text-[22px]" : depth === 1 ? "text-[18px]" : "text-[16px]";
    const text = <Lit text={p.text} words={lit} all={all} />;
    return depth === 0 ? <h2 className={`font-[650] ${size} pt-1`}>{text}</h2> : <h3 className={`font-[650] ${size} pt-2`}>{text}</h3>;
  }
  if (p.kind === "picture") return <Picture passage={p} lit={lit} />;
  if (p.kind === "table" && p.rows) return <Table rows={p.rows} show={all && lit ? (text) => <Lit text={text} words={lit} all /> : undefined} />;
  const formula = p.kind === "formula" ? p.facts.find((f) => f.latex) : undefined;
  if (formula?.latex)
    return (
      <div className={`read bg-ground px-4 py-2.5 text-base! ${lit === undefined ? "" : "hl"}`}>
        <Maths latex={formula.latex} text={formula.says} />
        <span className="font-ui text-[13px] text-ink-2">{p.text}</span>
      </div>
    );
  const body = <Lit text={p.text} words={lit} all={all} />;
  if (p.kind === "caption") return <p className="text-[13px] text-ink-2">{body}</p>;
  return p.kind === "item" ? <p className="read pl-5 text-base! -indent-4 leading-normal! before:mr-2 before:content-['–']">{body}</p> : <p className="read text-base! leading-normal!">{body}</p>;
}

/** Picture is a picture of the source; what is written in it is said to whoever can't see it. */
function Picture({ passage: p, lit }: { passage: Passage; lit?: string }) {
  const { course, source } = useParams();
  const said = [p.caption, ...(p.labels ?? []).map((l) => l.text)].filter(Boolean).join("; ");
  return (
    <figure className={lit !== undefined && p.text.toLowerCase().includes(lit.toLowerCase()) ? "outline-2 outline-cite" : ""}>
      <img loading="lazy" className="max-h-[60vh] max-w-full bg-white" alt={p.text || said || "A picture without words"} src={`/api/courses/${course}/sources/${source}/pictures/${p.file}`} />
    </figure>
  );
}

/** Lit sets words off, once or wherever they stand. */
function Lit({ text, words, all }: { text: string; words?: string; all: boolean }) {
  if (!words) return text;
  const parts: ReactNode[] = [];
  const lower = text.toLowerCase();
  let from = 0;
  for (let at = lower.indexOf(words.toLowerCase()); at >= 0; at = all ? lower.indexOf(words.toLowerCase(), from) : -1) {
    parts.push(text.slice(from, at), <mark key={at} className="hl">{text.slice(at, at + words.length)}</mark>);
    from = at + words.length;
  }
  return (
    <>
      {parts}
      {text.slice(from)}
    </>
  );
}

/** Asked is folded up, and asks the server only once somebody opens it. */
function Asked({ title, children }: { title: string; children: (asked: boolean) => ReactNode }) {
  const [asked, setAsked] = useState(false);
  return (
    <details className="border-t border-line py-2 text-[13.5px]" onToggle={(e) => setAsked(e.currentTarget.open)}>
      <summary className="cursor-pointer">
        <b>{title}</b>
      </summary>
      {children(asked)}
    </details>
  );
}

type Show = (passage: string, words: string) => void;

/** short is the beginning of something long. */
const short = (words: string) => (words.length > 90 ? `${words.slice(0, 80)} …` : words);

interface Part {
  first: number;
  count: number;
  show: Show;
}

/** Sentences of a section that gave nothing, each with the reason. */
function Silent({ first, count, show, asked }: Part & { asked: boolean }) {
  const { course = "", source = "" } = useParams();
  const { data, error } = useQuery({ ...queries.silent(course, source, first, Math.min(count, 500)), enabled: asked && count > 0 });
  return (
    <>
      <Trouble error={error} />
      {data?.length === 0 && <p className="text-ink-2">Every sentence gave something.</p>}
      <ul>
        {data?.map((g, i) => (
          <li key={i} className="py-0.5">
            <button type="button" className="text-left wrap-anywhere hover:underline" onClick={() => show(g.passage, g.quote)}>
              {short(g.quote)}
            </button>
            <span className="text-ink-2">: {g.why}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

const tied = { repeats: "says the same", contradicts: "says otherwise", extends: "says more of it" };

/** How sentences of a section stand to others of the course: the contradictions first. */
function Tied({ first, count, show, asked }: Part & { asked: boolean }) {
  const { course = "", source = "" } = useParams();
  const { data, error, isFetching } = useQuery({ ...queries.ties(course, source, first, Math.min(count, 500)), enabled: asked && count > 0 });
  const ranked = useMemo(() => (["contradicts", "repeats", "extends"] as const).flatMap((how) => data?.filter((t) => t.how === how) ?? []), [data]);
  return (
    <>
      <Trouble error={error} />
      {isFetching && <p className="text-ink-2">Looking through all sources …</p>}
      {data?.length === 0 && <p className="text-ink-2">No other sentence speaks of the same.</p>}
      <ul>
        {ranked.slice(0, 60).map((t, i) => (
          <li key={i} className="py-1">
            <button type="button" className="text-left wrap-anywhere hover:underline" onClick={() => show(t.passage, t.quote)}>
              {short(t.quote)}
            </button>{" "}
            <Link className={`link ${t.how === "contradicts" ? "text-fault" : ""}`} to={`/courses/${course}/sources/${t.other.source}#${t.other.passage}`}>
              {t.other.title === undefined || t.other.source === source ? "This source" : t.other.title} {tied[t.how]}
            </Link>
            <span className="block text-ink-2 wrap-anywhere">“{short(t.other.quote)}”</span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** The terms that a source speaks of, with what they mean. */
function Terms({ show, asked }: { show: Show; asked: boolean }) {
  const { course = "", source = "" } = useParams();
  const { data, error, isFetching } = useQuery({ ...queries.terms(course, source), enabled: asked });
  const [all, setAll] = useState(false);
  const list = all ? data : data?.slice(0, 40);
  return (
    <>
      <Trouble error={error} />
      {isFetching && <p className="text-ink-2">Looking through all sources …</p>}
      {data?.length === 0 && <p className="text-ink-2">No term recurs or is explained here.</p>}
      <ul>
        {list?.map((t) => (
          <li key={t.name} className="py-0.5 wrap-anywhere">
            {t.passage ? (
              <button type="button" className="text-left font-[650] hover:underline" onClick={() => show(t.passage!, t.quote ?? t.name)}>
                {t.name}
              </button>
            ) : (
              <b>{t.name}</b>
            )}
            {t.others.length > 0 && <span className="text-ink-2"> ({listed(t.others)})</span>}
            {t.says && (
              <>
                : {t.says}
                {t.title && <span className="text-ink-2">, by {t.title}</span>}
              </>
            )}
            {t.siblings.length > 0 && <span className="block text-[13px] text-ink-2">beside {listed(t.siblings.slice(0, 4))}</span>}
          </li>
        ))}
      </ul>
      {data && list && data.length > list.length && (
        <button type="button" className="link" onClick={() => setAll(true)}>
          {counted(data.length - list.length, "more term")}
        </button>
      )}
    </>
  );
}

/** What sentences state, by type, as it is counted. */
const stated = [
  { type: "rule", says: "rule" },
  { type: "condition", says: "condition" },
  { type: "cause", says: "cause" },
  { type: "purpose", says: "purpose" },
  { type: "exception", says: "exception" },
  { type: "contrast", says: "contrast" },
  { type: "amount", says: "amount" },
  { type: "parts", says: "whole and its parts" },
  { type: "kind", says: "kind" },
  { type: "order", says: "order" },
  { type: "event", says: "event" },
  { type: "property", says: "property" },
  { type: "note", says: "line of notes" },
  { type: "row", says: "row of a table" },
  { type: "statement", says: "sentence as a whole" },
];

/** Stated lists what sentences state, by their subjects, folded up until it is asked for. */
function Stated({ says, at, show }: { says: string; at: At[]; show: Show }) {
  if (at.length === 0) return null;
  return (
    <details className="border-t border-line py-2 text-[13.5px]">
      <summary className="cursor-pointer">
        <b>{several(at.length, says)}</b>
      </summary>
      <ul>
        {at.slice(0, 60).map((a, i) => (
          <li key={i} className="py-0.5">
            <button type="button" className="text-left wrap-anywhere hover:underline" onClick={() => show(a.passage, a.found.quote ?? a.found.says)}>
              {a.found.says.length > 110 ? `${a.found.says.slice(0, 100)} …` : a.found.says}
            </button>
            {a.found.unsure && <span className="text-ink-2">, not certain</span>}
          </li>
        ))}
      </ul>
    </details>
  );
}

const many: Record<string, string> = { property: "properties", "whole and its parts": "wholes and their parts", "line of notes": "lines of notes", "row of a table": "rows of tables", "sentence as a whole": "sentences as a whole" };
const several = (n: number, says: string) => counted(n, says, many[says]);

interface At {
  passage: string;
  found: Found;
}

function InSection({ list, now, show, paper }: { list: Passage[]; now: number; show: Show; paper: boolean }) {
  const section = useMemo(() => {
    let from = now;
    while (from > 0 && list[from]!.kind !== "heading") from--;
    let to = from + 1;
    while (to < list.length && list[to]!.kind !== "heading") to++;
    const heading = list[from]?.kind === "heading" ? list[from] : undefined;
    const first = heading ? from + 1 : from;
    return { heading, first, passages: list.slice(first, to) };
  }, [list, now]);
  const all: At[] = section.passages.flatMap((p) => p.facts.map((found) => ({ passage: p.id, found })));
  const of = (type: string) => all.filter((a) => a.found.type === type);
  const bare = paper ? [] : section.passages.filter((p) => p.verdicts.length === 0);
  const formulas = of("formula");
  const agree = formulas.every((f) => !f.found.units);
  return (
    <>
      <h2 className="label mb-1.5">{section.heading ? `Found in “${section.heading.text}”` : "Found in this section"}</h2>
      <Group title={counted(of("definition").length, "definition")} at={of("definition")} name={(f) => f.name} show={show} />
      <Group title={counted(formulas.length, "formula")} aside={agree ? ", units agree" : ", units do not agree"} at={formulas} name={(f) => f.says} num show={show} />
      <Group title={counted(of("limit").length, "limit")} at={of("limit")} name={(f) => f.name} num show={show} />
      <Group title={counted(of("comparison").length, "comparison")} at={of("comparison")} name={(f) => f.name} words={(f) => f.says} show={show} />
      {stated.map(({ type, says }) => (
        <Stated key={type} says={says} at={of(type)} show={show} />
      ))}
      {of("sequence").map((a) => (
        <div key={a.passage} className="border-t border-line py-2 text-[13.5px]">
          <b>Procedure</b>:{" "}
          <button type="button" className="text-left hover:underline" onClick={() => show(a.passage, a.found.says)}>
            {a.found.name}
          </button>
          <ol className="ml-5 list-decimal text-ink-2">
            {a.found.steps?.slice(0, 9).map((step, i) => (
              <li key={i} className="wrap-anywhere">
                {step}
              </li>
            ))}
          </ol>
          {(a.found.steps?.length ?? 0) > 9 && <span className="text-ink-2">and {counted(a.found.steps!.length - 9, "more step")}</span>}
        </div>
      ))}
      {!paper && section.passages.length > 0 && (
        <>
          <Asked title="What other sentences say of the same">{(asked) => <Tied first={section.first} count={section.passages.length} show={show} asked={asked} />}</Asked>
          <Asked title="Sentences that gave nothing">{(asked) => <Silent first={section.first} count={section.passages.length} show={show} asked={asked} />}</Asked>
        </>
      )}
      {!paper && <Asked title="Terms of this source">{(asked) => <Terms show={show} asked={asked} />}</Asked>}
      {bare.length > 0 && (
        <div className="border-t border-line py-2 text-[13.5px]">
          <b>{counted(bare.length, "passage")} with nothing drawn yet</b>
          <p className="wrap-anywhere text-ink-2">{listed(bare.map((p) => `${p.text.split(" ").slice(0, 4).join(" ")} …`))}</p>
        </div>
      )}
      <div className="border-t border-line" />
    </>
  );
}

function Group({ title, aside, at, name, words = (f) => f.name, num, show }: { title: string; aside?: string; at: At[]; name: (f: Found) => string; words?: (f: Found) => string; num?: boolean; show: Show }) {
  if (at.length === 0) return null;
  return (
    <div className="border-t border-line py-2 text-[13.5px]">
      <b>{title}</b>
      {aside}
      <ul className={num ? "num" : ""}>
        {at.map((a, i) => (
          <li key={i} className="inline">
            <button type="button" className="text-left hover:underline" onClick={() => show(a.passage, words(a.found))}>
              {name(a.found)}
            </button>
            {i < at.length - 1 && ", "}
          </li>
        ))}
      </ul>
      {at.map((a) => a.found.units && <p key={a.found.says} className="text-fault">{a.found.says}: {a.found.units}.</p>)}
    </div>
  );
}
