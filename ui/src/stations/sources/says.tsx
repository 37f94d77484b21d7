import { useQuery } from "@tanstack/react-query";
import * as queries from "../../api/queries";
import type { Verdict } from "../../api/client";
import { Note, Quote, type Tone } from "../../marginalia/note";
import { Mark } from "../../parts/mark";
import { Trouble, Waiting } from "../../parts/state";

const verdicts = {
  supported: { tone: "sound" as Tone, mark: "cleared" as Verdict, title: "Your sources say so" },
  contradicted: { tone: "fault" as Tone, mark: "faulted" as Verdict, title: "Your sources say otherwise" },
  "not-found": { tone: "plain" as Tone, mark: "unproven" as Verdict, title: "Your sources do not say this" },
};

/** SourcesSay is what all sources of a course say of a statement, with the passage that decides. */
export function SourcesSay({ course, statement }: { course: string; statement: string }) {
  const { data, error } = useQuery({ ...queries.says(course, statement), retry: false });
  if (error) return <Trouble error={error} />;
  if (!data) return <Waiting what="what your sources say" />;
  const { tone, mark, title } = verdicts[data.verdict];
  return (
    <section role="status" aria-label="What your sources say" className="mb-4">
      <Note tone={tone} title={<><Mark verdict={mark} label="" /> {title}</>}>
        <span className="mb-1 block font-read wrap-anywhere">“{statement}”</span>
        {data.why}
        {data.sure < 0.75 && data.verdict !== "not-found" && " It is not certain; read the passage."}
      </Note>
      {data.nearest.map((e) => (
        <Note key={e.quote} tone="cite" title={data.verdict === "not-found" ? "The nearest passage" : "The passage"}>
          <Quote course={course} evidence={e} />
        </Note>
      ))}
    </section>
  );
}
