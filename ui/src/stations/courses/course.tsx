import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type FormEvent } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, Problem, take, type Course } from "../../api/client";
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

function CourseForm({ course }: { course?: Course }) {
  const client = useQueryClient();
  const go = useNavigate();
  const [title, setTitle] = useState(course?.title ?? "");
  const [issuer, setIssuer] = useState(course?.issuer ?? "");
  const [date, setDate] = useState(course?.exam_date ?? "");
  const [pass, setPass] = useState(String(course?.pass_mark ?? 60));
  const [outline, setOutline] = useState("");
  const [version, setVersion] = useState(course?.version ?? 0);
  const readOnly = course !== undefined && course.role !== "owner";
  useEffect(() => {
    document.title = course ? `${course.title} · Zinc Owl` : "A new course · Zinc Owl";
  }, [course]);

  const save = useMutation({
    mutationFn: () => {
      const text = { title, issuer, exam_date: date, pass_mark: Number(pass) };
      return course
        ? take(api.PUT("/api/courses/{course}", { params: { path: { course: course.id } }, body: { ...text, version } }))
        : take(api.POST("/api/courses", { body: text }));
    },
    onSuccess: (saved) => {
      client.setQueryData(queries.course(saved.id).queryKey, saved);
      void client.invalidateQueries({ queryKey: queries.courses.queryKey });
      setVersion(saved.version);
      if (!course) void (outline.trim() ? go(`/courses/${saved.id}/sources/syllabus`, { state: { outline } }) : go(`/courses/${saved.id}/sources`));
    },
    onError: async (e) => {
      if (!course || !(e instanceof Problem) || e.status !== 409) return;
      const newer = await client.fetchQuery({ ...queries.course(course.id), staleTime: 0 });
      setVersion(newer.version); // what was typed stays; saving again is made knowingly
    },
  });
  const send = (e: FormEvent) => {
    e.preventDefault();
    save.mutate();
  };
  return (
    <Sheet
      label="About the course"
      margin={
        <>
          <Note tone="eye" title="Topics">
            {course ? (
              <>
                What is asked about, and how much it weighs, stands in the{" "}
                <Link className="link" to={`/courses/${course.id}/sources/syllabus`}>
                  syllabus
                </Link>
                .
              </>
            ) : (
              "Weights can be marks, per cent or stars. Without an outline you can bring sources first, and take their headings as topics."
            )}
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
          {!course && (
            <>
              <label className="label mt-8 mb-1 block" htmlFor="new-outline">
                The exam’s outline, if you have it: a topic a line, with its weight
              </label>
              <textarea id="new-outline" rows={8} className="field num leading-relaxed!" spellCheck={false} value={outline} placeholder={"Chemical dosing 22%\nFiltration 15%"} onChange={(e) => setOutline(e.target.value)} />
            </>
          )}
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
