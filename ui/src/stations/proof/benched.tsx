import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, Problem, take, type Benched, type Level, type Topic } from "../../api/client";
import * as queries from "../../api/queries";
import { Note, type Tone } from "../../marginalia/note";
import { roomOf } from "../../kinds";
import { WorkedLine } from "../../parts/prose";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark } from "../../parts/mark";
import { Failing, Trouble, Waiting } from "../../parts/state";
import { capital, counted, onDay } from "../../parts/words";
import { Ruling } from "../../marginalia/ruling";
import { GoOn } from "../draft/more";
import { EditForm, type Edited } from "./edit";
import { Came } from "./came";
import { Findings, Tried } from "./findings";
import { LookedUp } from "./looked";
import { useMany } from "./many";
import { Rated } from "./ratings";
import { Changes, Versions } from "./versions";

interface Props {
  course: string;
  id: string;
  topics: Topic[];
  next: () => void;
  /** How many others on the bench are still covered. */
  left: number;
}

/** BenchedQuestion is one question with its margin; key, reasons and findings are covered until asked for. */
export function BenchedQuestion({ course, id, topics, next, left }: Props) {
  const client = useQueryClient();
  const query = queries.question(course, id);
  const { data: q, error, refetch } = useQuery(query);
  const [editing, setEditing] = useState(false);
  const [typed, setTyped] = useState<Edited>();
  const many = useMany(course);
  const path = { params: { path: { course, question: id } } };
  const act = useMutation({
    mutationFn: (call: () => Promise<Benched>) => call(),
    onSuccess: (now) => {
      client.setQueryData(query.queryKey, now);
      void client.invalidateQueries({ queryKey: ["course", course, "bench"] });
    },
    onError: (e) => {
      if (e instanceof Problem && e.status === 409) void refetch();
    },
  });
  const uncover = () => act.mutateAsync(() => take(api.POST("/api/courses/{course}/questions/{question}/uncover", path)));
  const judge = (state: "bench" | "bank" | "dropped", go: boolean) => {
    if (!q) return;
    act.mutate(() => take(api.PUT("/api/courses/{course}/questions/{question}/state", { ...path, body: { state, version: q.version } })), { onSuccess: () => go && next() });
  };
  const accept = () => {
    if (q) act.mutate(() => take(api.POST("/api/courses/{course}/questions/{question}/correction", { ...path, body: { version: q.version, proof: q.proof } })));
  };
  const aside = (finding: number, reason: string) =>
    act.mutateAsync(() => take(api.POST("/api/courses/{course}/questions/{question}/asides", { ...path, body: { version: q!.version, proof: q!.proof, finding, reason } })));
  const meant = (finding: number, reading: number) => {
    if (q) act.mutate(() => take(api.POST("/api/courses/{course}/questions/{question}/meant", { ...path, body: { version: q.version, proof: q.proof, finding, reading } })));
  };
  const relevel = (level: Level) => {
    if (q) many.make([q], { do: "level", level }, `# made ${level}`);
  };
  const edit = async () => {
    if (q && !q.revealed) await uncover();
    setEditing(true);
  };
  const onBench = q?.state === "bench";
  const canKeep = onBench && q.verdict !== "faulted";
  useKeys(
    q === undefined || editing
      ? []
      : [
          !q.revealed && { key: "u", does: "Uncover key, reasons and findings", press: () => void uncover() },
          onBench && q.correction && { key: "Enter", does: "Accept the correction", press: accept },
          canKeep && !q.correction && { key: "Enter", does: "Keep the question", press: () => judge("bank", true) },
          q.state !== "dropped" && { key: "e", does: "Edit the question", press: () => void edit() },
          q.state !== "dropped" && { key: "x", does: "Drop the question", press: () => judge("dropped", true) },
          !onBench && { key: "b", does: "Put it back on the bench", press: () => judge("bench", false) },
        ],
  );
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!q) return <Waiting what="the question" />;
  const from = { writer: "Drafted from your sources", endpoint: "Drafted by an endpoint", import: "From your past questions", person: "Written by you" }[q.from];
  return (
    <>
      <section aria-label="Question" className="flex flex-col border border-b-0 border-line bg-paper px-5 py-6 desk:mt-4 desk:overflow-y-auto desk:rounded-tl-sheet desk:px-[34px]">
        <p className="mb-3 flex flex-wrap gap-x-4 text-[13px] text-ink-2">
          <span>{capital(q.level)}</span>
          <span>{roomOf(q.kind).name}</span>
          <span>{from}</span>
          {q.version > 1 && <span>version {q.version}</span>}
        </p>
        {editing && q.revealed ? (
          <EditForm
            kind={q.kind}
            start={{ stem: q.revealed.question.stem, level: q.level, topic: q.topic_id ?? "", draft: q.revealed.question }}
            topics={topics}
            send="Save and proof again"
            leave="Leave it as it was"
            typed={setTyped}
            cancel={() => setEditing(false)}
            save={async (body) => {
              await act.mutateAsync(() => take(api.PUT("/api/courses/{course}/questions/{question}", { ...path, body: { ...body, version: q.version } })));
              setEditing(false);
            }}
          />
        ) : (
          <>
            <Shown q={q} />
            <div className="mt-auto pt-8">
              <Trouble error={act.error} />
              <p className="pb-3 text-[13px] text-ink-2">{status(q, left)}</p>
              <div className="flex flex-wrap gap-2 border-t border-line pt-4">
                {onBench && q.correction && (
                  <Button tone="main" cap="Enter" onClick={accept}>
                    Accept the correction
                  </Button>
                )}
                {canKeep && (
                  <Button {...(q.correction ? {} : { tone: "main" as const, cap: "Enter" })} onClick={() => judge("bank", true)}>
                    Keep
                  </Button>
                )}
                {!q.revealed && (
                  <Button cap="u" onClick={() => void uncover()}>
                    Uncover
                  </Button>
                )}
                {q.state !== "dropped" && (
                  <>
                    <Button cap="e" onClick={() => void edit()}>
                      Edit
                    </Button>
                    <Button cap="x" onClick={() => judge("dropped", true)}>
                      Drop
                    </Button>
                  </>
                )}
                {!onBench && (
                  <Button cap="b" onClick={() => judge("bench", false)}>
                    Put it back
                  </Button>
                )}
              </div>
            </div>
          </>
        )}
      </section>
      <aside aria-label="Findings" className="border border-b-0 border-line bg-margin px-5 py-[22px] desk:mt-4 desk:overflow-y-auto desk:border-l-0">
        {editing && typed ? <Tried course={course} question={id} kind={q.kind} typed={typed} /> : q.revealed ? <Findings course={course} all={q.revealed.findings} aside={aside} meant={meant} /> : <Covered q={q} />}
        {q.revealed?.mend && !editing && (
          <Note tone="sound" title="As the proof would have it">
            <Changes from={q.revealed.question} to={q.revealed.mend} />
          </Note>
        )}
        {q.revealed && !editing && <LookedUp key={`looked ${q.version}`} course={course} question={id} version={q.version} />}
        {q.revealed?.ratings && !editing && <Rated ratings={q.revealed.ratings} level={q.level} relevel={relevel} />}
        <Came many={many} />
        {q.revealed && <Challenged course={course} question={id} />}
        {q.revealed && q.version > 1 && <Versions key={q.version} course={course} question={id} />}
        <GoOn key={id} course={course} question={id} level={q.level} numbers={(q.revealed?.question.worked?.length ?? 0) > 0} />
      </aside>
    </>
  );
}

function status(q: Benched, left: number): string {
  if (q.state === "dropped") return "Dropped: it is in no drill.";
  const where = q.state === "bank" ? (q.kept ? "In the bank, kept by you; it enters a drill only when you ask for such. " : "In the bank. ") : "";
  if (!q.revealed) return `${where}Covered: what you have not read can be drilled at once.`;
  const others = left === 0 ? "" : left === 1 ? " The other one is still covered." : ` The other ${left} are still covered.`;
  return `${where}Uncovered: this question rests until ${onDay(q.rests_until ?? "")}.${others}`;
}

/** Shown is the question as a candidate sees it, with key and reasons once they are uncovered. */
function Shown({ q }: { q: Benched }) {
  const full = q.revealed?.question;
  const { Shown: Asked } = roomOf(q.kind);
  return (
    <>
      <Asked question={q} />
      {full?.explanation && <p className="mt-4 whitespace-pre-line text-ink-2">{full.explanation}</p>}
      {full?.worked && full.worked.length > 0 && (
        <div className="mt-5">
          <h3 className="label mb-1">Worked</h3>
          {full.worked.map((w) => (
            <WorkedLine key={w} text={w} />
          ))}
        </div>
      )}
    </>
  );
}

function Covered({ q }: { q: Benched }) {
  const says = {
    cleared: { tone: "sound" as Tone, title: "Cleared", text: "At least one check shows the key right and none objects." },
    worked: { tone: "sound" as Tone, title: "Worked out", text: "The task that came with it was done again and comes to the key; that its words ask for this task was not read." },
    held: { tone: "eye" as Tone, title: "Held", text: q.correction ? "A check is unsure, and the proof knows a safer wording. You can accept it unseen." : "A check is unsure. You can keep it as it is, or uncover it to see what it says." },
    faulted: { tone: "fault" as Tone, title: "Faulted", text: q.correction ? "A check shows it wrong, and the proof knows what is right. You can accept the correction unseen." : "A check shows it wrong. Uncover it to see how." },
    unproven: { tone: "plain" as Tone, title: "Unproven", text: "Nothing could be shown either way. Keep it under your own name, or uncover it." },
  }[q.verdict];
  return (
    <>
      <Note tone={says.tone} title={<><Mark verdict={q.verdict} label="" /> {says.title}</>}>
        {says.text}
      </Note>
      {q.challenged && (
        <Note tone="eye" title="Its key was challenged">
          The proof could not settle it. Uncover it to see what was held against it, or keep it as it is.
        </Note>
      )}
      <Note title="Key, reasons and findings are covered">Reading a key spoils the drill: an uncovered question rests seven days, and its first answer then weighs half.</Note>
    </>
  );
}

/** Challenged is what was held against the key, and what became of it; each can be ruled on again. */
function Challenged({ course, question }: { course: string; question: string }) {
  const client = useQueryClient();
  const { data } = useQuery(queries.challenges(course, question));
  const again = useMutation({
    mutationFn: (challenge: string) => take(api.PUT("/api/courses/{course}/challenges/{challenge}/again/{again}", { params: { path: { course, challenge, again: crypto.randomUUID() } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course] }),
  });
  if (!data || data.length === 0) return null;
  return (
    <section aria-label="Challenges">
      <h2 className="label mb-2">{counted(data.length, "challenge")}</h2>
      {data.map((c) => (
        <div key={c.id}>
          <p className="mb-1 text-[13px] text-ink-2">
            {c.by || "You"}, {onDay(c.at)}
            {c.again ? ", opened again" : ""}: {held[c.claim.kind]}
            {c.claim.says ? ` “${c.claim.says}”` : ""}
          </p>
          <Ruling course={course} challenge={c} />
          {c.id === data[0]?.id && (
            <p className="mb-4">
              <Button small onClick={() => again.mutate(c.id)} disabled={again.isPending}>
                Rule on it again
              </Button>
            </p>
          )}
        </div>
      ))}
      <Trouble error={again.error} />
    </section>
  );
}

const held = { option: "another option is right.", working: "the working comes to something else.", readings: "it reads two ways.", source: "a source says otherwise.", words: "" } as const;
