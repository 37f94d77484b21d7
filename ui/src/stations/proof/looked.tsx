import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Looked } from "../../api/client";
import * as queries from "../../api/queries";
import { Note, Quote, type Tone } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Trouble } from "../../parts/state";

const tones: Record<Looked["verdict"], Tone> = { supported: "cite", contradicted: "fault", "not-found": "plain" };

/** LookedUp looks the answers of a question up in all sources, once it is asked to. */
export function LookedUp({ course, question, version }: { course: string; question: string; version: number }) {
  const [asked, setAsked] = useState(false);
  const { data, error, isFetching } = useQuery({ ...queries.lookedUp(course, question, version), enabled: asked });
  return (
    <section aria-label="In all sources" className="mb-5">
      {!asked || (!data && !error) ? (
        <Button small onClick={() => setAsked(true)} disabled={isFetching}>
          {isFetching ? "Looking …" : "Look it up in all sources"}
        </Button>
      ) : (
        <h2 className="label mb-2">In all sources</h2>
      )}
      <Trouble error={error} />
      {data?.length === 0 && <p className="text-[13px] text-ink-2">The course has no sources to look in.</p>}
      {data?.map((l) => (
        <Note key={l.option ?? l.answer} tone={tones[l.verdict]} title={l.answer || "Nearest"}>
          <p className="text-[13px]">
            {l.says}
            {l.share > 0 && l.option !== undefined && (
              <>
                {" "}
                Of what speaks for any, <span className="num">{Math.round(100 * l.share)}</span>%.
              </>
            )}
          </p>
          {(l.verdict !== "not-found" || !l.answer) && l.evidence?.[0] && (
            <div className="mt-1">
              <Quote course={course} evidence={l.evidence[0]} />
            </div>
          )}
        </Note>
      ))}
    </section>
  );
}
