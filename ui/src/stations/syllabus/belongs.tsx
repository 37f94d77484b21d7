import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Topic } from "../../api/client";
import { Part } from "../../parts/part";

/** What can be given a topic: a passage of a source, or a question. */
export type Thing = { source: string; passage: string } | { question: string };

interface Props {
  course: string;
  thing: Thing;
  topics: Topic[];
  topic?: string | null;
  by: "words" | "passage" | "person";
  sure: number;
  canChange: boolean;
}

/** Belongs says which topic something belongs to and how sure that is; it opens in place to be overruled. */
export function Belongs({ course, thing, topics, topic, by, sure, canChange }: Props) {
  const client = useQueryClient();
  const place = useMutation({
    mutationFn: (body: { topic_id?: string; by_words?: boolean }) =>
      "question" in thing
        ? take(api.PUT("/api/courses/{course}/questions/{question}/topic", { params: { path: { course, question: thing.question } }, body }))
        : take(api.PUT("/api/courses/{course}/sources/{source}/passages/{passage}/topic", { params: { path: { course, source: thing.source, passage: thing.passage } }, body })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course] }),
  });
  const at = topics.find((t) => t.id === topic);
  const how = by === "person" ? "as you said" : by === "passage" ? "with its passage" : at ? `${sure}% sure by its words` : "";
  const says = at?.title ?? "no topic";
  return (
    <span>
      {canChange ? (
        <Part says={says} label="Topic">
          <fieldset>
            <legend className="sr-only">Topic</legend>
            {topics.map((t) => (
              <label key={t.id} className="flex cursor-pointer items-baseline gap-3 border-t border-line py-1.5 first:border-t-0" style={{ paddingLeft: `${t.depth * 14}px` }}>
                <input type="radio" name="topic" className="accent-(--eye)" defaultChecked={t.id === topic} onChange={() => place.mutate({ topic_id: t.id })} />
                <span className="flex-1">{t.title}</span>
              </label>
            ))}
            <label className="flex cursor-pointer items-baseline gap-3 border-t border-line py-1.5">
              <input type="radio" name="topic" className="accent-(--eye)" defaultChecked={!topic} onChange={() => place.mutate({})} />
              no topic
            </label>
          </fieldset>
          {by === "person" && (
            <button type="button" className="btn mt-2" data-size="small" onClick={() => place.mutate({ by_words: true })}>
              {"question" in thing ? "As it was before" : "Let its words decide"}
            </button>
          )}
          {place.error && <p role="alert">{place.error.message}</p>}
        </Part>
      ) : (
        says
      )}
      {how && <span className="text-ink-2"> ({how})</span>}
    </span>
  );
}
