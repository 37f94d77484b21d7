import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import type { Found, Passage, Reading } from "../../api/client";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark } from "../../parts/mark";
import { Maths } from "../../parts/maths";
import { Table } from "../../parts/table";
import { counted, listed } from "../../parts/words";

interface Section {
  heading?: Passage;
  passages: Passage[];
}

/** sectionsOf cuts a source at its headings. */
function sectionsOf(list: Passage[]): Section[] {
  const out: Section[] = [];
  for (const p of list) {
    if (p.kind === "heading") out.push({ heading: p, passages: [] });
    else if (out.length === 0) out.push({ passages: [p] });
    else out.at(-1)!.passages.push(p);
  }
  return out;
}

interface Props {
  course: string;
  source: Reading;
  canChange: boolean;
  remove: () => void;
}

/** ReadingView is a source in place: coverage beside each passage, what was found in the margin. */
export function ReadingView({ course, source, canChange, remove }: Props) {
  const go = useNavigate();
  const hash = useLocation().hash;
  const sections = useMemo(() => sectionsOf(source.list), [source.list]);
  const paper = useRef<HTMLDivElement>(null);
  const [now, setNow] = useState(0);
  const [lit, setLit] = useState<{ passage: string; words: string }>();
  const draft = () => void go(`/courses/${course}/draft?source=${source.id}`);
  useKeys([canChange && { key: "d", does: "Draft from this source", press: draft }]);

  useEffect(() => {
    const seen = new IntersectionObserver(
      (entries) => {
        for (const e of entries) if (e.isIntersecting) setNow(Number((e.target as HTMLElement).dataset.section));
      },
      { rootMargin: "-20% 0px -70% 0px" },
    );
    paper.current?.querySelectorAll("[data-section]").forEach((s) => seen.observe(s));
    return () => seen.disconnect();
  }, [sections]);

  useEffect(() => {
    const target = source.list.find((p) => `#${p.id}` === hash);
    if (!target) return;
    document.getElementById(target.id)?.scrollIntoView({ block: "center" });
    setLit({ passage: target.id, words: target.text });
  }, [hash, source.list]);

  const show = (passage: string, words: string) => {
    setLit({ passage, words });
    const reduced = matchMedia("(prefers-reduced-motion: reduce)").matches;
    document.getElementById(passage)?.scrollIntoView({ block: "center", behavior: reduced ? "auto" : "smooth" });
  };
  return (
    <>
      <article ref={paper} aria-label={source.title} className="border border-b-0 border-line bg-paper px-4 py-6 desk:mt-4 desk:rounded-tl-sheet desk:pt-[22px] desk:pr-[34px] desk:pb-24 desk:pl-0">
        {source.warnings.map((w) => (
          <p key={w.says} className="note mb-5 desk:ml-[90px]" data-tone="eye">
            {w.says}
          </p>
        ))}
        {sections.map((s, i) => (
          <section key={s.heading?.id ?? "start"} data-section={i}>
            {s.heading && <Row passage={s.heading} />}
            {s.passages.map((p) => (
              <Row key={p.id} passage={p} lit={lit?.passage === p.id ? lit.words : undefined} />
            ))}
          </section>
        ))}
      </article>
      <aside aria-label="Found in this section" className="border border-b-0 border-line bg-margin px-5 py-5 desk:mt-4 desk:border-l-0">
        <div className="desk:sticky desk:top-5">
          <InSection section={sections[now] ?? sections[0]} show={show} />
          {canChange && (
            <div className="mt-4 flex flex-wrap gap-2.5">
              <Button tone="main" cap="d" onClick={draft}>
                Draft from this source
              </Button>
              <Button onClick={remove}>Take it out</Button>
            </div>
          )}
          <p className="mt-5 text-[12.5px] text-ink-2">
            {source.origin !== source.title ? `From ${source.origin}. ` : ""}
            {counted(source.words, "word")} in {counted(source.passages, "passage")}.{" "}
            <Link className="link" to={`/courses/${course}/course`}>
              Topics
            </Link>
          </p>
        </div>
      </aside>
    </>
  );
}

function Row({ passage: p, lit }: { passage: Passage; lit?: string }) {
  return (
    <div id={p.id} className="mb-[13px] grid scroll-mt-8 grid-cols-1 gap-x-4 desk:grid-cols-[74px_minmax(0,1fr)]">
      <span className="num pt-1 text-xs leading-normal text-ink-2 desk:text-right">
        {p.kind === "heading" ? <span className="hidden desk:inline">{p.locator.page ? `page ${p.locator.page}` : p.locator.line ? `line ${p.locator.line}` : ""}</span> : <Drawn passage={p} />}
        {p.locator.start && <span className="ml-2 desk:ml-0 desk:block">{p.locator.start}</span>}
        {p.locator.row && <span className="ml-2 desk:ml-0 desk:block">row {p.locator.row}</span>}
      </span>
      <Text passage={p} lit={lit} />
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

function Text({ passage: p, lit }: { passage: Passage; lit?: string }) {
  if (p.kind === "heading") {
    const depth = p.locator.heading?.length ?? 0;
    const size = depth === 0 ? "text-[22px]" : depth === 1 ? "text-[18px]" : "text-[16px]";
    return depth === 0 ? <h2 className={`font-[650] ${size} mt-1`}>{p.text}</h2> : <h3 className={`font-[650] ${size} mt-2`}>{p.text}</h3>;
  }
  if (p.kind === "table" && p.rows) return <Table rows={p.rows} />;
  const formula = p.kind === "formula" ? p.facts.find((f) => f.latex) : undefined;
  if (formula?.latex)
    return (
      <div className={`read bg-ground px-4 py-2.5 text-base! ${lit === undefined ? "" : "hl"}`}>
        <Maths latex={formula.latex} text={formula.says} />
        <span className="font-ui text-[13px] text-ink-2">{p.text}</span>
      </div>
    );
  const body = <Lit text={p.text} words={lit} />;
  if (p.kind === "caption") return <p className="text-[13px] text-ink-2">{body}</p>;
  return p.kind === "item" ? <p className="read pl-5 text-base! -indent-4 leading-normal! before:mr-2 before:content-['–']">{body}</p> : <p className="read text-base! leading-normal!">{body}</p>;
}

function Lit({ text, words }: { text: string; words?: string }) {
  const at = words ? text.toLowerCase().indexOf(words.toLowerCase()) : -1;
  if (words === undefined || at < 0) return text;
  return (
    <>
      {text.slice(0, at)}
      <mark className="hl">{text.slice(at, at + words.length)}</mark>
      {text.slice(at + words.length)}
    </>
  );
}

interface At {
  passage: string;
  found: Found;
}

function InSection({ section, show }: { section: Section | undefined; show: (passage: string, words: string) => void }) {
  const all: At[] = section?.passages.flatMap((p) => p.facts.map((found) => ({ passage: p.id, found }))) ?? [];
  const of = (type: string) => all.filter((a) => a.found.type === type);
  const bare = section?.passages.filter((p) => p.verdicts.length === 0) ?? [];
  const formulas = of("formula");
  const agree = formulas.every((f) => !f.found.units);
  return (
    <>
      <h2 className="label mb-1.5">{section?.heading ? `Found in “${section.heading.text}”` : "Found in this section"}</h2>
      <Group title={counted(of("definition").length, "definition")} at={of("definition")} name={(f) => f.name} show={show} />
      <Group title={counted(formulas.length, "formula")} aside={agree ? ", units agree" : ", units do not agree"} at={formulas} name={(f) => f.says} num show={show} />
      <Group title={counted(of("limit").length, "limit")} at={of("limit")} name={(f) => f.name} num show={show} />
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

function Group({ title, aside, at, name, num, show }: { title: string; aside?: string; at: At[]; name: (f: Found) => string; num?: boolean; show: (passage: string, words: string) => void }) {
  if (at.length === 0) return null;
  return (
    <div className="border-t border-line py-2 text-[13.5px]">
      <b>{title}</b>
      {aside}
      <ul className={num ? "num" : ""}>
        {at.map((a, i) => (
          <li key={i} className="inline">
            <button type="button" className="text-left hover:underline" onClick={() => show(a.passage, a.found.name)}>
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
