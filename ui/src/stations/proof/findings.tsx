import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, take, type Finding, type Verdict } from "../../api/client";
import type { Kind } from "../../kinds";
import { Note, Quote, type Tone } from "../../marginalia/note";
import { Button } from "../../parts/button";
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
export function Findings({ course, all, aside, meant }: { course: string; all: Finding[]; aside?: (at: number, reason: string) => Promise<unknown>; meant?: (at: number, reading: number) => void }) {
  const place = (f: Finding) => (f.aside ? 2.5 : rank[outcome(f)]);
  const sorted = [...all].sort((a, b) => place(a) - place(b));
  return (
    <>
      <h2 className="sr-only">{counted(all.length, "finding")}</h2>
      {sorted.map((f, i) =>
        f.check === "grounding" && f.verdict === "pass" && f.evidence?.[0] ? (
          <Note key={i} tone="cite" title={f.title}>
            <Quote course={course} evidence={f.evidence[0]} />
          </Note>
        ) : (
          <Note key={i} tone={f.aside ? "plain" : tones[outcome(f)]} title={<><Mark verdict={marks[outcome(f)]} label={f.verdict} /> {f.title}</>}>
            {f.readings && f.readings.length > 0 ? (
              <ul className="mt-1">
                {f.readings.map((r, j) => (
                  <li key={r.reads} className="border-t border-line py-2 first:border-t-0">
                    <p className="font-read text-[14.5px] leading-snug">
                      {r.reads} <b className="whitespace-nowrap">{r.key}</b>
                    </p>
                    {meant && !f.aside && (
                      <p className="mt-1">
                        <Button small onClick={() => meant(all.indexOf(f), j)}>
                          This is meant
                        </Button>
                      </p>
                    )}
                  </li>
                ))}
              </ul>
            ) : (
              f.says
            )}
            {f.aside && (
              <p className="mt-1 text-ink-2">
                Set aside by {f.aside.by}: {f.aside.reason}
              </p>
            )}
            {aside && !f.aside && (f.verdict === "fail" || f.verdict === "unsure") && <SetAside send={(reason) => aside(all.indexOf(f), reason)} />}
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

/** SetAside asks for the reason for which a finding does not count. */
function SetAside({ send }: { send: (reason: string) => Promise<unknown> }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (!open)
    return (
      <p className="mt-1.5">
        <Button small onClick={() => setOpen(true)}>
          Set aside
        </Button>
      </p>
    );
  return (
    <form
      className="mt-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim()) void send(reason).then(() => setOpen(false), () => undefined);
      }}
    >
      <label className="label block">
        Why it does not count
        <input className="field" autoFocus maxLength={400} value={reason} onChange={(e) => setReason(e.target.value)} />
      </label>
      <p className="flex gap-2 py-2">
        <Button small type="submit" disabled={!reason.trim()}>
          Set it aside
        </Button>
        <Button small onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </p>
    </form>
  );
}

/** How long the typing rests before it is proofed, in milliseconds. */
const rest = 250;

/** Tried is what the proof says of a question as it is typed. */
export function Tried({ course, question, kind, typed }: { course: string; question?: string; kind: Kind; typed: Edited }) {
  const [asked, setAsked] = useState(typed);
  useEffect(() => {
    const timer = window.setTimeout(() => setAsked(typed), rest);
    return () => window.clearTimeout(timer);
  }, [typed]);
  const { data, error, isFetching } = useQuery({
    queryKey: ["course", course, "trial", question ?? "new", kind, asked],
    queryFn: () => {
      const body = { ...asked, kind };
      return question === undefined
        ? take(api.POST("/api/courses/{course}/trial", { params: { path: { course } }, body }))
        : take(api.POST("/api/courses/{course}/questions/{question}/trial", { params: { path: { course, question } }, body }));
    },
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
