import { useMutation, useQuery } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { api, take, type Card } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { Prose } from "../../parts/prose";
import { Trouble } from "../../parts/state";

interface Text {
  front: string;
  back: string;
  topic_id?: string;
}

/** NewCard is a card that is written by hand; cards from the same place that ask for something like it are shown below, so that none is written twice. */
export function NewCard({ course, known, done }: { course: string; known: Card[]; done: (made?: Card) => void }) {
  const [id] = useState(() => crypto.randomUUID());
  const make = useMutation({
    mutationFn: (body: Text) => take(api.POST("/api/courses/{course}/cards/{card}", { params: { path: { course, card: id } }, body })),
    onSuccess: (made) => done(made),
  });
  return <Fields course={course} text={{ front: "", back: "" }} known={known} keep="Keep the card" save={(t) => make.mutate(t)} busy={make.isPending} error={make.error} done={() => done()} />;
}

/** EditCard changes the words of a card. */
export function EditCard({ course, card, done }: { course: string; card: Card; done: () => void }) {
  const edit = useMutation({
    mutationFn: (body: Text) => take(api.PUT("/api/courses/{course}/cards/{card}", { params: { path: { course, card: card.id } }, body: { ...body, version: card.version } })),
    onSuccess: done,
  });
  return <Fields course={course} text={{ front: card.front, back: card.back, topic_id: card.topic_id }} known={[]} keep="Keep the change" save={(t) => edit.mutate(t)} busy={edit.isPending} error={edit.error} done={done} />;
}

interface Editing {
  course: string;
  text: Text;
  known: Card[];
  keep: string;
  save: (t: Text) => void;
  busy: boolean;
  error: Error | null;
  done: () => void;
}

function Fields({ course, text, known, keep, save, busy, error, done }: Editing) {
  const [t, setT] = useState(text);
  const topics = useQuery(queries.course(course)).data?.topics ?? [];
  const words = new Set(telling(t.front));
  const near = words.size === 0 ? [] : known.filter((c) => telling(c.front).filter((w) => words.has(w)).length >= Math.min(2, words.size)).slice(0, 3);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    save(t);
  };
  return (
    <form onSubmit={submit}>
      <label className="label">
        Front
        <textarea className="field font-read" rows={3} maxLength={2000} autoFocus required value={t.front} onChange={(e) => setT({ ...t, front: e.target.value })} />
      </label>
      <label className="label mt-4">
        Back
        <textarea className="field font-read" rows={4} maxLength={4000} required value={t.back} onChange={(e) => setT({ ...t, back: e.target.value })} />
      </label>
      <label className="label mt-4">
        Topic
        <select className="field" value={t.topic_id ?? ""} onChange={(e) => setT({ ...t, topic_id: e.target.value || undefined })}>
          <option value="">In no topic</option>
          {topics.map((topic) => (
            <option key={topic.id} value={topic.id}>
              {topic.title}
            </option>
          ))}
        </select>
      </label>
      {near.length > 0 && (
        <div className="mt-4">
          <p className="label">There already</p>
          <ul>
            {near.map((c) => (
              <li key={c.id} className="border-t border-line py-2 font-read">
                <Prose text={c.front} /> <span className="text-ink-2">{c.back}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="mt-5 flex gap-2.5">
        <Button tone="main" type="submit" disabled={busy || t.front.trim() === "" || t.back.trim() === ""}>
          {keep}
        </Button>
        <Button onClick={done}>Leave it</Button>
      </div>
      <Trouble error={error} />
    </form>
  );
}

const telling = (s: string) => s.toLowerCase().split(/[^\p{L}\d]+/u).filter((w) => w.length > 3);
