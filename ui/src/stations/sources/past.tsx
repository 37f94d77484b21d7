import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { Link, useNavigate, useOutletContext } from "react-router";
import { api, asBytes, take, type Paper, type PaperText, type Question } from "../../api/client";
import { roomOf } from "../../kinds";
import { Note } from "../../marginalia/note";
import { Prose } from "../../parts/prose";
import { About } from "../../parts/about";
import { Button, Cap } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Trouble } from "../../parts/state";
import { counted, letter } from "../../parts/words";

type Line = Paper["lines"][number];

/** What a line can be told to be, with the key that tells it. */
const roles = [
  { as: "start", key: "n", says: "question", does: "A new question begins here" },
  { as: "stem", key: "u", says: "goes on", does: "It goes on from the line above" },
  { as: "option", key: "o", says: "option", does: "It is an option" },
  { as: "key", key: "r", says: "answer", does: "It is the right answer" },
  { as: "explanation", key: "y", says: "reason", does: "It explains the answer" },
  { as: "section", key: "t", says: "heading", does: "It is a heading or an instruction" },
  { as: "stimulus", key: "w", says: "context", does: "The next questions are asked about it" },
  { as: "leftover", key: "x", says: "left over", does: "It belongs to no question" },
] as const;
const saysOf = Object.fromEntries(roles.map((r) => [r.as, r.says])) as Record<string, string>;

/** PastPaper takes past questions as pasted, shows beside each other the text and what was understood, and lets both be mended before anything is kept. */
export function PastPaper() {
  const course = useOutletContext<string>();
  const [paper, setPaper] = useState<PaperText>();
  useEffect(() => {
    document.title = "Past questions · Zinc Owl";
  }, []);
  return paper ? <Correct course={course} given={paper} back={() => setPaper(undefined)} /> : <Paste course={course} done={setPaper} />;
}

function Paste({ course, done }: { course: string; done: (p: PaperText) => void }) {
  const [title, setTitle] = useState("");
  const [text, setText] = useState("");
  const [pictures, setPictures] = useState<Record<string, string>>();
  const chooser = useRef<HTMLInputElement>(null);
  const read = useMutation({
    mutationFn: (f: File) =>
      take(
        api.POST("/api/courses/{course}/papers/lines", {
          params: { path: { course }, query: { name: f.name } },
          ...asBytes(f),
        }),
      ),
    onSuccess: (got, f) => {
      setText(got.text);
      setPictures(got.pictures);
      setTitle((t) => t || f.name.replace(/\.\w+$/, ""));
    },
  });
  const choose = async (f: File | undefined) => {
    if (!f) return;
    if (!/\.(txt|md|csv|tsv)$/i.test(f.name)) return read.mutate(f);
    setText(await f.text());
    setPictures(undefined);
    setTitle((t) => t || f.name.replace(/\.\w+$/, ""));
  };
  return (
    <section className="mt-4 flex-1 border border-b-0 border-line bg-paper px-5 py-8 desk:ml-[76px] desk:rounded-tl-sheet desk:border-r-0 desk:px-[52px]">
      <form
        className="max-w-3xl"
        onSubmit={(e) => {
          e.preventDefault();
          done({ title: title.trim(), text, ...(pictures ? { pictures } : {}) });
        }}
      >
        <h1 className="title">Past questions</h1>
        <p className="mt-1 mb-5 max-w-prose text-ink-2">Paste a past paper or a list of questions in whatever layout it has. You see how it was understood and mend it before anything is kept. Past questions are models; they never count as evidence.</p>
        <input ref={chooser} type="file" className="sr-only" tabIndex={-1} aria-label="File" onChange={(e) => void choose(e.target.files?.[0])} />
        <Button onClick={() => chooser.current?.click()} disabled={read.isPending}>
          {read.isPending ? "Reading the file …" : "Choose a file"}
        </Button>
        <Trouble error={read.error} />
        <label className="label mt-5 block" htmlFor="paper-title">
          Title, if you like
        </label>
        <input id="paper-title" className="field" value={title} maxLength={200} onChange={(e) => setTitle(e.target.value)} />
        <label className="label mt-4 mb-1 block" htmlFor="paper-text">
          The questions
        </label>
        <textarea id="paper-text" rows={14} className="field num leading-relaxed!" value={text} spellCheck={false} onChange={(e) => setText(e.target.value)} />
        <div className="mt-4 flex gap-2.5">
          <Button tone="main" type="submit" disabled={text.trim() === ""}>
            See what is understood
          </Button>
          <Link className="btn" to={`/courses/${course}/sources`}>
            Back to the sources
          </Link>
        </div>
      </form>
    </section>
  );
}

interface Mended {
  hints: Record<number, string>;
  keys: Record<number, string>;
  as?: Way["as"]; // how the whole paper is laid out
  text?: string; // with misread words mended
}

type Way = Paper["parts"][number]["ways"][number];

function Correct({ course, given, back }: { course: string; given: PaperText; back: () => void }) {
  const client = useQueryClient();
  const go = useNavigate();
  const [mended, setMended] = useState<Mended[]>([{ hints: {}, keys: {} }]);
  const [at, setAt] = useState(0); // among the lines that are not empty
  const [arrival] = useState(() => crypto.randomUUID());
  const now = mended.at(-1)!;
  const [others, setOthers] = useState(false);
  const text = now.text ?? given.text;
  const body: PaperText = useMemo(
    () => ({ title: given.title, text, ...(now.as ? { as: now.as } : {}), ...(others ? { others } : {}), hints: Object.entries(now.hints).map(([line, as]) => ({ line: Number(line), as })), keys: Object.entries(now.keys).map(([line, key]) => ({ line: Number(line), key })) }),
    [given, text, others, now],
  );
  const { data: paper, error } = useQuery({
    queryKey: ["paper", course, body],
    queryFn: () => take(api.POST("/api/courses/{course}/papers", { params: { path: { course } }, body })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const keep = useMutation({
    mutationFn: () => take(api.PUT("/api/courses/{course}/arrivals/{arrival}/paper", { params: { path: { course, arrival } }, body: { ...body, ...(given.pictures ? { pictures: given.pictures } : {}) } })),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["course", course] });
      void go(`/courses/${course}/sources`);
    },
  });
  const raw = useMemo(() => text.replace(/\r\n?|\f/g, "\n").split("\n"), [text]);
  const lines = paper?.lines ?? [];
  const line = lines[Math.min(at, lines.length - 1)];
  const mine = paper?.questions.filter((q) => line?.of !== undefined && ownerOf(q) === line.of) ?? [];
  const question = mine.length > 1 ? mine.filter((q) => (q.origin.line ?? 0) <= (line?.line ?? 0)).at(-1) ?? mine[0] : mine[0];
  const bare = paper?.questions.filter((q) => keyless(q)) ?? [];
  const stimulus = paper?.stimuli.find((s) => s.id === (line?.of ?? "") || s.id === question?.stimulus);

  const mend = (change: (m: Mended) => Mended) => setMended((all) => [...all, change(all.at(-1)!)]);
  const tell = (as: string) => {
    if (line) mend((m) => ({ ...m, hints: { ...m.hints, [line.line]: as } }));
  };
  const doubt = paper?.doubts.find((d) => d.of === line?.of || d.hints.some((h) => h.line === line?.line));
  const otherwise = () => doubt && mend((m) => ({ ...m, hints: { ...m.hints, ...Object.fromEntries(doubt.hints.map((h) => [h.line, h.as])) } }));
  const asItStands = () => doubt && mend((m) => ({ ...m, hints: { ...m.hints, ...Object.fromEntries(doubt.hints.map((h) => [h.line, lines.find((l) => l.line === h.line)?.as ?? "leftover"])) } }));
  const rewrite = (words: Paper["misread"]) => mend((m) => ({ ...m, text: rewritten(raw, words) }));
  const setKey = (q: Question, key: string) => mend((m) => ({ ...m, keys: { ...m.keys, [q.origin.line ?? 0]: key } }));
  const step = (by: number) => setAt((a) => Math.max(0, Math.min(lines.length - 1, a + by)));
  /** Go to the next line that is left over, may be read otherwise or begins a question without a key. */
  const nextToMend = () => {
    const starts = new Set([...bare.map((q) => q.origin.line), ...(paper?.doubts ?? []).map((d) => d.line)]);
    const order = [...lines.keys()].map((i) => (at + 1 + i) % lines.length);
    const found = order.find((i) => lines[i]!.as === "leftover" || starts.has(lines[i]!.line));
    if (found !== undefined) setAt(found);
  };
  const options = question?.options ?? [];
  useKeys([
    { key: "ArrowDown", does: "Next line", press: () => step(1) },
    { key: "ArrowUp", does: "Line before", press: () => step(-1) },
    { key: "PageDown", does: "Twenty lines on", press: () => step(20) },
    { key: "PageUp", does: "Twenty lines back", press: () => step(-20) },
    { key: "m", does: "Next line to mend", press: nextToMend },
    ...roles.map((r) => ({ key: r.key, does: r.does, press: () => tell(r.as) })),
    ...(question && roomOf(question.kind).marks
      ? options.map((o, i) => ({ key: letter(i), does: `Option ${letter(i)} is right`, press: () => setKey(question, toggled(question, o.id)) }))
      : []),
    doubt !== undefined && { key: "j", does: "Read it the other way", press: otherwise },
    mended.length > 1 && { key: "z", does: "Take the last change back", press: () => setMended((all) => all.slice(0, -1)) },
    { key: "Enter", does: "Bring the questions to the bench", press: () => keep.mutate() },
  ]);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 desk:h-[calc(100dvh-64px)] desk:flex-none desk:grid-rows-[minmax(0,1fr)] desk:grid-cols-[minmax(0,1fr)_min(440px,38vw)]">
      <section aria-label="The text" className="flex h-[62vh] flex-col border border-b-0 border-line bg-paper desk:mt-4 desk:ml-5 desk:h-auto desk:rounded-tl-sheet">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-5 py-3">
          <h1 className="title">{given.title || "Past questions"}</h1>
          <p role="status" className="text-ink-2">
            {paper ? summary(paper, bare.length) : "Reading the text …"}
          </p>
          <span className="ml-auto flex gap-2">
            <Button small onClick={back}>
              Back to the text
            </Button>
            {mended.length > 1 && (
              <Button small cap="z" onClick={() => setMended((all) => all.slice(0, -1))}>
                Take back
              </Button>
            )}
          </span>
        </div>
        {paper?.layout && <Reading paper={paper} choose={(as) => mend((m) => ({ ...m, as }))} more={others ? undefined : () => setOthers(true)} />}
        {paper && paper.misread.length > 0 && <Misread words={paper.misread} rewrite={rewrite} />}
        <Trouble error={error} />
        {paper && <Lines raw={raw} lines={lines} at={Math.min(at, lines.length - 1)} go={setAt} told={now.hints} doubted={new Set(paper.doubts.map((d) => d.line))} />}
      </section>
      <aside aria-label="What was understood" className="flex min-h-0 flex-col border border-b-0 border-line bg-margin desk:mt-4 desk:border-l-0">
        <div className="flex-1 overflow-y-auto px-5 py-5">
          {stimulus && <About stimulus={stimulus} pictures={given.pictures} />}
          {question ? <Understood question={question} setKey={(k) => setKey(question, k)} /> : line && <Note tone={line.as === "leftover" ? "eye" : "plain"} title={line.as === "leftover" ? "Left over" : "Belongs to no question yet"}>{paper?.leftovers.find((l) => l.locator.line === line.line)?.why}</Note>}
          {doubt && <Otherwise doubt={doubt} take={otherwise} leave={asItStands} />}
          <h2 className="label mt-6 mb-1">This line …</h2>
          <ul>
            {roles.map((r) => (
              <li key={r.as}>
                <button type="button" className={`flex w-full items-baseline gap-3 border-t border-line py-1.5 text-left hover:bg-paper ${line?.as === r.as ? "font-[650]" : ""}`} aria-pressed={line?.as === r.as} onClick={() => tell(r.as)}>
                  <span className="w-8">
                    <Cap name={r.key} apart />
                  </span>
                  {r.does}
                </button>
              </li>
            ))}
          </ul>
        </div>
        <div className="border-t border-line px-5 py-4">
          <Trouble error={keep.error} />
          <div className="flex flex-wrap gap-2.5">
            <Button tone="main" cap="Enter" onClick={() => keep.mutate()} disabled={keep.isPending || !paper || paper.questions.length === 0}>
              Bring {counted(paper?.questions.length ?? 0, "question")} to the bench
            </Button>
            {paper && (bare.length > 0 || paper.leftovers.length > 0 || paper.doubts.length > 0) && (
              <Button cap="m" onClick={nextToMend}>
                Next to mend
              </Button>
            )}
          </div>
        </div>
      </aside>
    </div>
  );
}

/** Reading says how the paper was taken to be laid out; each part of the sentence opens in place, with how else it may be read. */
function Reading({ paper, choose, more }: { paper: Paper; choose: (as: Way["as"]) => void; more?: () => void }) {
  const [open, setOpen] = useState<string>();
  const close = paper.parts.find((p) => p.ways.some((w) => w.close));
  const shown = open ?? close?.of;
  const part = paper.parts.find((p) => p.of === shown);
  return (
    <div className="border-b border-line px-5 py-2 text-[14px] text-ink-2">
      <p>
        Read as{" "}
        {paper.parts.map((p, i) => (
          <span key={p.of}>
            {i > 0 && ", "}
            <button
              type="button"
              className="border-b border-dotted border-ink-3 text-left hover:text-ink"
              aria-expanded={shown === p.of}
              onClick={() => {
                setOpen(shown === p.of ? "" : p.of);
                if (p.ways.length === 0) more?.();
              }}
            >
              {p.says}
            </button>
          </span>
        ))}
        .{close && " It may be laid out otherwise."}
      </p>
      {part && (
        <ul aria-label="Other readings" className="mt-1.5">
          {part.ways.map((w) => (
            <li key={w.says}>
              <button
                type="button"
                className="w-full border-t border-line py-1.5 text-left text-ink hover:bg-margin"
                onClick={() => {
                  setOpen("");
                  choose(w.as);
                }}
              >
                {w.says}
                <span className="text-ink-2">{difference(w, paper, part.of)}</span>
              </button>
            </li>
          ))}
          {part.ways.length === 0 && <li className="border-t border-line py-1.5">No other way to read {part.of === "questions" ? "where questions begin" : part.of === "options" ? "the options" : "the keys"} fits this paper. Tell it line by line.</li>}
        </ul>
      )}
    </div>
  );
}

/** difference says what a way of reading changes. */
function difference(w: Way, paper: Paper, of: string): string {
  const count = of !== "questions" && w.questions !== paper.questions.length ? `: ${counted(w.questions, "question")}` : "";
  return w.from > 0 ? `${count || ":"} other from line ${w.from} on` : count || ": other keys";
}

/** Misread offers words that a scanner likely took for others; the text changes only where it is asked for. */
function Misread({ words, rewrite }: { words: Paper["misread"]; rewrite: (words: Paper["misread"]) => void }) {
  const [open, setOpen] = useState(false);
  const different = [...new Map(words.map((w) => [w.word, w])).values()];
  return (
    <div className="border-b border-line px-5 py-2 text-[14px] text-ink-2">
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        {counted(words.length, "word")} {words.length === 1 ? "looks" : "look"} misread.
        <button type="button" className="border-b border-dotted border-ink-3 hover:text-ink" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Leave them" : "Look at them"}
        </button>
        {open && (
          <Button small onClick={() => rewrite(words)}>
            Mend all
          </Button>
        )}
      </p>
      {open && (
        <ul aria-label="Misread words" className="mt-1.5 flex max-h-40 flex-wrap gap-x-2 gap-y-1 overflow-y-auto">
          {different.map((w) => (
            <li key={w.word}>
              <button type="button" className="border border-line px-2 py-0.5 text-ink hover:bg-margin" title={`Mend it where it stands, first on line ${w.line}`} onClick={() => rewrite(words.filter((o) => o.word === w.word))}>
                <del className="text-ink-2">{w.word}</del> {w.likely}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** rewritten is the text with misread words mended. */
function rewritten(raw: string[], words: Paper["misread"]): string {
  const out = [...raw];
  for (const w of words) out[w.line - 1] = out[w.line - 1]!.replace(new RegExp(`(?<![\\p{L}\\p{N}])${w.word}(?![\\p{L}\\p{N}])`, "u"), w.likely);
  return out.join("\n");
}

/** Otherwise shows how a question that is in doubt may be read instead. */
function Otherwise({ doubt, take, leave }: { doubt: Paper["doubts"][number]; take: () => void; leave: () => void }) {
  return (
    <div className="mt-5">
      <Note tone="eye" title={doubt.instead.length > 1 ? `These lines may be ${counted(doubt.instead.length, "question")}` : "It may be meant otherwise"}>
        <ul aria-label="Read the other way" className="font-read text-[15px]">
          {doubt.instead.map((q) => (
            <li key={q.id} className="border-t border-line py-1.5 wrap-anywhere">
              <Prose text={q.stem} />
              {q.options && <span className="block text-ink-2">{q.options.map((o) => o.text).join(" · ")}</span>}
            </li>
          ))}
        </ul>
        <span className="mt-2 flex flex-wrap gap-2">
          <Button small cap="j" onClick={take}>
            Read it so
          </Button>
          <Button small onClick={leave}>
            Leave it
          </Button>
        </span>
      </Note>
    </div>
  );
}

/** ownerOf is the id under which the lines of a question stand: parts share that of their item. */
const ownerOf = (q: Question) => q.id.replace(/[a-h]+$/, "");

const keyless = (q: Question) => !q.key.options && !q.key.value && !q.key.blanks && !q.key.reference && !q.key.pairs;

/** toggled is the key when an option is chosen: of several it is added or taken out. */
function toggled(q: Question, id: string): string {
  if (roomOf(q.kind).marks !== "several") return id;
  const had = q.key.options ?? [];
  return (had.includes(id) ? had.filter((x) => x !== id) : [...had, id]).sort().join(", ");
}

function summary(p: Paper, bare: number): string {
  const parts = [counted(p.questions.length, "question")];
  if (bare > 0) parts.push(`${bare} without a key`);
  if (p.leftovers.length > 0) parts.push(`${counted(p.leftovers.length, "line")} left over`);
  return parts.join(", ");
}

const edges = ["border-cite", "border-ink-3"];

/** Lines is the text with what each line was taken for; only what is in sight is in the page. */
function Lines({ raw, lines, at, go, told, doubted }: { raw: string[]; lines: Line[]; at: number; go: (at: number) => void; told: Record<number, string>; doubted: Set<number> }) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: lines.length, getScrollElement: () => box.current, estimateSize: () => 27, overscan: 20 });
  useEffect(() => {
    rows.scrollToIndex(at, { align: "auto" });
  }, [at, rows]);
  const edge = useMemo(() => {
    const out: string[] = [];
    let last: string | undefined;
    let n = 0;
    for (const l of lines) {
      if (l.of !== undefined && l.of !== last) n++;
      if (l.of !== undefined) last = l.of;
      out.push(l.as === "leftover" ? "border-transparent" : edges[n % 2]!);
    }
    return out;
  }, [lines]);
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto py-2" role="listbox" aria-label="Lines" tabIndex={0} aria-activedescendant={`line-${lines[at]?.line ?? 0}`}>
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((v) => {
          const l = lines[v.index]!;
          const on = v.index === at;
          const gap = v.index > 0 && l.line > lines[v.index - 1]!.line + 1;
          return (
            <div
              key={l.line}
              id={`line-${l.line}`}
              ref={rows.measureElement}
              data-index={v.index}
              role="option"
              aria-selected={on}
              onClick={() => go(v.index)}
              className={`absolute inset-x-0 grid cursor-pointer grid-cols-[40px_72px_minmax(0,1fr)] items-baseline gap-x-2 pr-4 ${gap ? "pt-2.5" : ""}`}
              style={{ transform: `translateY(${v.start}px)` }}
            >
              <span className="num text-right text-xs text-ink-2">{l.line}</span>
              <span className={`text-right text-[12px] ${l.as === "leftover" || doubted.has(l.line) ? "text-eye" : "text-ink-2"}`}>
                {told[l.line] !== undefined && <span title="told by you">• </span>}
                {doubted.has(l.line) ? "unsure" : l.as === "stem" ? "" : saysOf[l.as]}
              </span>
              <span className={`border-l-2 py-0.5 pl-3 font-read text-[15px] whitespace-pre-wrap wrap-anywhere ${edge[v.index]} ${on ? "bg-eye-wash" : ""} ${l.as === "start" ? "font-semibold" : ""} ${l.as === "leftover" ? "text-ink-2" : ""}`}>{raw[l.line - 1]?.trim()}</span>
            </div>
          );
        })}
      </div>
    </div>
  );
}

function Understood({ question: q, setKey }: { question: Question; setKey: (key: string) => void }) {
  const right = q.key.options ?? [];
  const typed = roomOf(q.kind).marks === undefined;
  return (
    <>
      <p className="mb-1.5 flex gap-x-4 text-[13px] text-ink-2">
        <span>{q.number ? `Question ${q.number}` : "Question"}</span>
        <span>{roomOf(q.kind).name}</span>
        {q.marks !== undefined && <span>{counted(q.marks, "mark")}</span>}
      </p>
      <p className="font-read text-[16px] leading-snug whitespace-pre-line wrap-anywhere">
        <Prose text={q.stem} />
      </p>
      {q.options && (
        <ul className="mt-3">
          {q.options.map((o, i) => (
            <Offered key={o.id} on={right.includes(o.id)} fixed={typed} choose={() => setKey(toggled(q, o.id))} name={typed ? o.id : letter(i)} cap={typed ? undefined : letter(i)}>
              <Prose text={o.text} />
            </Offered>
          ))}
        </ul>
      )}
      {q.matches && (
        <ul className="mt-3">
          {q.matches.map((m) => (
            <Offered key={m.id} on={false} fixed name={m.id}>
              {m.text}
            </Offered>
          ))}
        </ul>
      )}
      {keyless(q) && (
        <Note tone="eye" title="No key was found">
          {typed ? "Type it below." : "Choose the option that is right."}
        </Note>
      )}
      {typed && <TypedKey key={`${q.id} ${keyText(q)}`} value={keyText(q)} save={setKey} />}
      {q.explanation && (
        <div className="mt-4">
          <Note title="Explanation">
            <span className="whitespace-pre-line">{q.explanation}</span>
          </Note>
        </div>
      )}
    </>
  );
}

function Offered({ on, fixed, choose, name, cap, children }: { on: boolean; fixed?: boolean; choose?: () => void; name: string; cap?: string; children: ReactNode }) {
  const inside = (
    <>
      {cap === undefined ? (
        <b>{name}</b>
      ) : (
        <b>
          <span className="sr-only">{name}</span>
          <Cap name={cap} />
        </b>
      )}
      <span className="font-read text-[15px] wrap-anywhere">{children}</span>
      <small className="text-[12px]">{on ? "right" : ""}</small>
    </>
  );
  const look = `grid w-full grid-cols-[26px_1fr_auto] items-baseline gap-2 border-t border-line py-1.5 text-left ${on ? "text-sound" : ""}`;
  return (
    <li>
      {fixed ? (
        <div className={look}>{inside}</div>
      ) : (
        <button type="button" className={`${look} hover:bg-paper`} aria-pressed={on} onClick={choose}>
          {inside}
        </button>
      )}
    </li>
  );
}

/** keyText is the key as a list of answers states it. */
function keyText(q: Question): string {
  if (q.key.pairs) return q.key.pairs.map((p) => p.join("-")).join(", ");
  if (q.key.blanks) return q.key.blanks.map((b) => b.join(" / ")).join("; ");
  if (q.key.value !== undefined) return `${q.key.value} ${q.key.unit ?? ""}`.trim();
  return q.key.reference ?? "";
}

function TypedKey({ value, save }: { value: string; save: (key: string) => void }) {
  const [text, setText] = useState(value);
  return (
    <form
      className="mt-3 flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save(text);
      }}
    >
      <label className="label flex-1">
        Key
        <input className="field" value={text} onChange={(e) => setText(e.target.value)} onBlur={() => text !== value && save(text)} />
      </label>
      {text !== value && (
        <Button small type="submit">
          Set it
        </Button>
      )}
    </form>
  );
}
