import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, take, type Finding, type Verdict } from "../../api/client";
import type { Kind } from "../../kinds";
import { Note, Quote, type Tone } from "../../marginalia/note";
import { Mark } from "../../parts/mark";
import { Trouble } from "../../parts/state";
import { counted } from "../../parts/words";
import type { Edited } from "./edit";

type Outcome = "pass" | "fail" | "unsure" | "not-applicable";
const tones: Record<Outcome, Tone> = { pass: "sound", fail: "fault", unsure: "eye", "not-applicable": "plain" };
const marks: Record<Outcome, Verdict> = { pass: "cleared", fail: "faulted", unsure: "held", "not-applicable": "unproven" };
const rank: Record<Outcome, number> = { fail: 0, unsure: 1, pass: 2, "not-applicable": 3 };
const outcome = (f: Finding) => f.verdict as Outcome;

/** Findings are what the checks say, what objects first. */
export function Findings({ course, all }: { course: string; all: Finding[] }) {
  const sorted = [...all].sort((a, b) => rank[outcome(a)] - rank[outcome(b)]);
  return (
    <>
      <h2 className="sr-only">{counted(all.length, "finding")}</h2>
      {sorted.map((f, i) =>
        f.check === "grounding" && f.verdict === "pass" && f.evidence?.[0] ? (
          <Note key={i} tone="cite" title={f.title}>
            <Quote course={course} evidence={f.evidence[0]} />
          </Note>
        ) : (
          <Note key={i} tone={tones[outcome(f)]} title={<><Mark verdict={marks[outcome(f)]} label={f.verdict} /> {f.title}</>}>
            {f.says}
            {f.verdict !== "pass" && f.evidence?.slice(0, 2).map((e, j) => (
              <div key={j} className="mt-2">
                <Quote course={course} evidence={e} />
              </div>
            ))}
          </Note>
        ),
      )}
    </>
  );
}

/** How long the typing rests before it is proofed, in milliseconds. */
const rest = 250;

/** Tried is what the proof says of a question as it is typed. */
export function Tried({ course, question, kind, typed }: { course: string; question: string; kind: Kind; typed: Edited }) {
  const [asked, setAsked] = useState(typed);
  useEffect(() => {
    const timer = window.setTimeout(() => setAsked(typed), rest);
    return () => window.clearTimeout(timer);
  }, [typed]);
  const { data, error, isFetching } = useQuery({
    queryKey: ["course", course, "trial", question, kind, asked],
    queryFn: () => take(api.POST("/api/courses/{course}/questions/{question}/trial", { params: { path: { course, question } }, body: { ...asked, kind } })),
    enabled: asked.stem.trim() !== "",
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    retry: false,
  });
  if (asked.stem.trim() === "") return null;
  return (
    <section aria-label="As it is typed" aria-busy={isFetching} className={isFetching ? "opacity-70" : ""}>
      {data ? (
        <>
          <p role="status" className="mb-3 font-semibold">
            <Mark verdict={data.verdict} label="" /> As typed: {data.verdict === "worked" ? "worked out" : data.verdict}
          </p>
          <Findings course={course} all={data.findings} />
        </>
      ) : (
        !error && <p className="text-ink-2">Being proofed …</p>
      )}
      <Trouble error={error} />
    </section>
  );
}
