import type { Stimulus } from "../api/client";
import { Table } from "./table";

/** About is what a question is asked about: a text, a case or a table. */
export function About({ stimulus: s }: { stimulus: Stimulus }) {
  const lines = s.text.split("\n");
  return (
    <div className="mb-5 bg-ground px-4 py-3" role="note" aria-label="What it is asked about">
      {s.rows ? (
        <>
          <p className="mb-2 text-[13px] text-ink-2">{lines[0]}</p>
          <Table rows={s.rows} />
        </>
      ) : (
        <p className="font-read text-[15px] leading-normal whitespace-pre-line">{s.text}</p>
      )}
    </div>
  );
}
