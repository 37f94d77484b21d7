import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type FormEvent } from "react";
import { useNavigate, useParams } from "react-router";
import { api, Problem, take, type Course, type CourseText } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Sheet } from "../../parts/sheet";
import { Trouble, Waiting } from "../../parts/state";
import { Plain } from "./plain";

/** CoursePage makes a course, or changes one. */
export function CoursePage() {
  const id = useParams().course;
  return id === undefined ? (
    <Plain>
      <CourseForm />
    </Plain>
  ) : (
    <div className="flex flex-1 flex-col pt-4">
      <Existing id={id} />
    </div>
  );
}

function Existing({ id }: { id: string }) {
  const { data } = useQuery(queries.course(id));
  return data ? <CourseForm key={id} course={data} /> : <Waiting what="the course" />;
}

interface Line {
  id?: string;
  title: string;
  weight: string;
}

const blank: Line = { title: "", weight: "" };

function linesOf(course: Course | undefined): Line[] {
  return course ? course.topics.map((t) => ({ id: t.id, title: t.title, weight: String(t.weight) })) : [blank, blank, blank];
}

function CourseForm({ course }: { course?: Course }) {
  const client = useQueryClient();
  const go = useNavigate();
  const [title, setTitle] = useState(course?.title ?? "");
  const [issuer, setIssuer] = useState(course?.issuer ?? "");
  const [date, setDate] = useState(course?.exam_date ?? "");
  const [pass, setPass] = useState(String(course?.pass_mark ?? 60));
  const [lines, setLines] = useState<Line[]>(linesOf(course));
  const [version, setVersion] = useState(course?.version ?? 0);
  const readOnly = course !== undefined && course.role !== "owner";
  useEffect(() => {
    document.title = course ? `${course.title} · Zinc Owl` : "A new course · Zinc Owl";
  }, [course]);

  const save = useMutation({
    mutationFn: () => {
      const text: CourseText = {
        title,
        issuer,
        exam_date: date,
        pass_mark: Number(pass),
        topics: lines.filter((l) => l.title.trim() !== "").map((l) => ({ ...(l.id ? { id: l.id } : {}), title: l.title, weight: Number(l.weight) || 0 })),
      };
      return course
        ? take(api.PUT("/api/courses/{course}", { params: { path: { course: course.id } }, body: { ...text, version } }))
        : take(api.POST("/api/courses", { body: text }));
    },
    onSuccess: (saved) => {
      client.setQueryData(queries.course(saved.id).queryKey, saved);
      void client.invalidateQueries({ queryKey: queries.courses.queryKey });
      setVersion(saved.version);
      setLines(linesOf(saved));
      if (!course) void go(`/courses/${saved.id}/sources`);
    },
    onError: async (e) => {
      if (!course || !(e instanceof Problem) || e.status !== 409) return;
      const newer = await client.fetchQuery({ ...queries.course(course.id), staleTime: 0 });
      setVersion(newer.version); // what was typed stays; saving again is made knowingly
    },
  });
  const total = lines.reduce((sum, l) => sum + (Number(l.weight) || 0), 0);
  const change = (i: number, part: Partial<Line>) => setLines((all) => all.map((l, j) => (i === j ? { ...l, ...part } : l)));
  const send = (e: FormEvent) => {
    e.preventDefault();
    save.mutate();
  };
  return (
    <Sheet
      label="About topics"
      margin={
        <>
          <Note tone="eye" title="Weights">
            What share of the marks a topic has, as the exam board says it: marks, per cent, or any number. Together they are brought to 100.
          </Note>
          <Note title="Topics and passages">
            Name the topics as your notes head their chapters; passages are given their topics by that.
          </Note>
          {readOnly && <Note title="Only the owner can change this">You take part in this course.</Note>}
        </>
      }
    >
      <form onSubmit={send} aria-label={course ? "The course" : "A new course"}>
        <h1 className="label mb-3">{course ? "The course" : "A new course"}</h1>
        <fieldset disabled={readOnly} className="min-w-0">
          <p className="say">
            I am preparing for{" "}
            <Word label="Title" value={title} change={setTitle} placeholder="what the exam is called" wide required />, set by{" "}
            <Word label="Set by" value={issuer} change={setIssuer} placeholder="whom" wide />. It is on{" "}
            <input type="date" aria-label="Exam date" className="part num text-[0.85em]" value={date} onChange={(e) => setDate(e.target.value)} /> and passed with{" "}
            <Word label="Pass mark" value={pass} change={(v) => setPass(v.replace(/[^\d.]/g, ""))} placeholder="60" required /> of 100.
          </p>
          <div className="mt-8 grid grid-cols-[minmax(0,1fr)_64px_48px_auto] items-center gap-x-3 sm:grid-cols-[minmax(0,1fr)_88px_64px_auto]">
            <span className="label">Topic</span>
            <span className="label text-right">Weight</span>
            <span className="label text-right">Share</span>
            <span />
            {lines.map((l, i) => (
              <div key={i} className="col-span-4 grid grid-cols-subgrid items-center border-t border-line">
                <input className="field border-b-0! font-read" aria-label={`Topic ${i + 1}`} value={l.title} placeholder="name of a topic" onChange={(e) => change(i, { title: e.target.value })} />
                <input className="field num border-b-0! text-right" aria-label={`Weight of topic ${i + 1}`} inputMode="decimal" value={l.weight} placeholder="0" onChange={(e) => change(i, { weight: e.target.value.replace(/[^\d.]/g, "") })} />
                <span className="num text-right text-ink-2">{total > 0 && l.title ? `${((100 * (Number(l.weight) || 0)) / total).toFixed(0)}%` : ""}</span>
                <button type="button" className="btn border-transparent! px-2!" data-size="small" aria-label={`Take out topic ${i + 1}`} onClick={() => setLines((all) => all.filter((_, j) => j !== i))}>
                  ✕
                </button>
              </div>
            ))}
          </div>
          <div className="mt-2 border-t border-line pt-3">
            <Button small onClick={() => setLines((all) => [...all, blank])}>
              Another topic
            </Button>
          </div>
        </fieldset>
        <Trouble error={save.error} />
        {!readOnly && (
          <div className="mt-6 flex items-center gap-4">
            <Button tone="main" type="submit" disabled={save.isPending}>
              {course ? "Save the course" : "Make the course"}
            </Button>
            <span role="status" className="text-ink-2">
              {save.isSuccess && course ? "Saved." : ""}
            </span>
          </div>
        )}
      </form>
    </Sheet>
  );
}

interface WordProps {
  label: string;
  value: string;
  change: (v: string) => void;
  placeholder: string;
  wide?: boolean;
  required?: boolean;
}

/** Word is a part of a sentence that is typed into. */
function Word({ label, value, change, placeholder, wide, required }: WordProps) {
  return (
    <input
      className={`part max-w-full ${wide ? "min-w-52" : "num min-w-12 text-[0.85em]"}`}
      style={{ width: `${Math.max(value.length, placeholder.length, 2) + 2}ch` }}
      aria-label={label}
      value={value}
      placeholder={placeholder}
      required={required}
      onChange={(e) => change(e.target.value)}
    />
  );
}
