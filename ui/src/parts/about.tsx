import { useParams } from "react-router";
import type { Stimulus } from "../api/client";
import { Table } from "./table";

/** About is what a question is asked about: a text, a case, a table, a picture. Pictures of a paper that is not kept yet come as data, by name. */
export function About({ stimulus: s, pictures = {} }: { stimulus: Stimulus; pictures?: Record<string, string> }) {
  const { course } = useParams();
  const lines = s.text.split("\n");
  const brought = s.file ? pictures[s.file] : undefined;
  const picture = brought ? `data:${brought.startsWith("/9j/") ? "image/jpeg" : "image/png"};base64,${brought}` : s.file && s.source ? `/api/courses/${course}/sources/${s.source}/pictures/${s.file}` : undefined;
  return (
    <div className="mb-5 bg-ground px-4 py-3" role="note" aria-label="What it is asked about">
      {s.rows ? (
        <>
          <p className="mb-2 text-[13px] text-ink-2">{lines[0]}</p>
          <Table rows={s.rows} />
        </>
      ) : s.text === "" ? null : (
        <p className="font-read text-[15px] leading-normal whitespace-pre-line">{s.text}</p>
      )}
      {picture && <img className="mt-2 max-h-[50vh] max-w-full bg-white first:mt-0" alt="The picture that the question is about" src={picture} />}
    </div>
  );
}
