import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import type { Course } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Sheet } from "../../parts/sheet";
import { Failing, Nothing, Waiting } from "../../parts/state";
import { counted, onDay } from "../../parts/words";
import { Plain } from "./plain";

/** Courses lists the exams that the account prepares for, the next one first. */
export function Courses() {
  const go = useNavigate();
  const { data, error, refetch } = useQuery({ ...queries.courses, staleTime: 0 });
  const add = () => void go("/courses/new");
  useKeys([{ key: "n", does: "Make a course", press: add }]);
  return (
    <Plain>
      <Sheet
        label="About courses"
        margin={
          <Note tone="eye" title="A course is one exam">
            It has a date, a mark that passes, and topics with their share of the marks. Sources, questions and drills all belong to it.
          </Note>
        }
      >
        {error ? (
          <Failing error={error} again={() => void refetch()} />
        ) : !data ? (
          <Waiting what="your courses" />
        ) : data.length === 0 ? (
          <Nothing title="No course yet">
            <p>Make one for the exam you are preparing for: its name, its date and its topics.</p>
            <Button tone="main" cap="n" onClick={add}>
              Make a course
            </Button>
          </Nothing>
        ) : (
          <>
            <div className="mb-4 flex items-center justify-between gap-4">
              <h1 className="title">Your courses</h1>
              <Button cap="n" onClick={add}>
                Make a course
              </Button>
            </div>
            <ul>
              {data.map((c) => (
                <Row key={c.id} course={c} />
              ))}
            </ul>
          </>
        )}
      </Sheet>
    </Plain>
  );
}

function Row({ course: c }: { course: Course }) {
  const next = c.counts.sources === 0 ? "sources" : c.counts.ready > 0 ? "drill" : "draft";
  return (
    <li className="border-t border-line last:border-b">
      <Link to={`/courses/${c.id}/${next}`} className="grid grid-cols-[1fr_auto] gap-x-6 gap-y-1 px-2 py-4 hover:bg-eye-wash">
        <span className="font-read text-[19px]">{c.title}</span>
        <span className="num self-center text-right">{c.days_to_exam === undefined ? "" : c.days_to_exam < 0 ? "over" : counted(c.days_to_exam, "day")}</span>
        <span className="text-ink-2">
          {[c.issuer, c.exam_date && `exam on ${onDay(c.exam_date)}`].filter(Boolean).join(" · ")}
        </span>
        <span className="text-right text-ink-2">
          {counted(c.counts.ready, "question")} ready · {counted(c.counts.gaps, "gap")}
        </span>
      </Link>
    </li>
  );
}
