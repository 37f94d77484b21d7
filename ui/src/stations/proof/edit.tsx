import { useEffect, useMemo, useState, type FormEvent } from "react";
import type { Level, Topic } from "../../api/client";
import { roomOf, type Draft, type Kind } from "../../kinds";
import { Button } from "../../parts/button";
import { Trouble } from "../../parts/state";
import { capital, levels } from "../../parts/words";

export interface Edited {
  stem: string;
  level: Level;
  topic_id?: string;
  options: { id: string; text: string }[];
  matches: { id: string; text: string }[];
  rows: string[][];
  key: Draft["key"];
}

interface Props {
  kind: Kind;
  /** What it begins with. */
  start: { stem: string; level: Level; topic: string; draft: Draft };
  topics: Topic[];
  /** What sending and leaving are called. */
  send: string;
  leave: string;
  /** Is told what stands there, whenever that changes. */
  typed?: (edited: Edited) => void;
  cancel: () => void;
  save: (edited: Edited) => Promise<void>;
}

/** EditForm writes a question or changes one; what was typed stays until it is saved or given up. */
export function EditForm({ kind, start, topics, send: sends, leave, typed, cancel, save }: Props) {
  const [stem, setStem] = useState(start.stem);
  const [level, setLevel] = useState<Level>(start.level);
  const [topic, setTopic] = useState(start.topic);
  const [draft, setDraft] = useState<Draft>(start.draft);
  const [trouble, setTrouble] = useState<Error>();
  const [busy, setBusy] = useState(false);
  const room = roomOf(kind);

  const edited = useMemo<Edited>(() => {
    const plain = (list: Draft["options"]) => (list ?? []).map(({ id, text }) => ({ id, text }));
    return { stem, level, ...(topic ? { topic_id: topic } : {}), options: plain(draft.options), matches: plain(draft.matches), rows: draft.rows ?? [], key: draft.key };
  }, [stem, level, topic, draft]);
  useEffect(() => typed?.(edited), [typed, edited]);

  const send = async (e: FormEvent) => {
    e.preventDefault();
    setBusy(true);
    setTrouble(undefined);
    try {
      await save(edited);
    } catch (err) {
      setTrouble(err as Error);
      setBusy(false);
    }
  };
  return (
    <form onSubmit={(e) => void send(e)} aria-label="The question" className="flex flex-col gap-4">
      <div>
        <label className="label mb-1 block" htmlFor="stem">
          Stem
        </label>
        <textarea id="stem" rows={4} className="field read" value={stem} onChange={(e) => setStem(e.target.value)} autoFocus required />
        {room.stemHint && <p className="mt-1 text-[13px] text-ink-2">{room.stemHint}</p>}
      </div>
      <room.Edit draft={draft} change={(part) => setDraft((d) => ({ ...d, ...part }))} />
      <div className="grid max-w-lg grid-cols-2 gap-4">
        <label className="label">
          Level
          <select className="field" value={level} onChange={(e) => setLevel(e.target.value as Level)}>
            {levels.map((l) => (
              <option key={l} value={l}>
                {capital(l)}
              </option>
            ))}
          </select>
        </label>
        <label className="label">
          Topic
          <select className="field" value={topic} onChange={(e) => setTopic(e.target.value)}>
            <option value="">In no topic</option>
            {topics.map((t) => (
              <option key={t.id} value={t.id}>
                {t.title}
              </option>
            ))}
          </select>
        </label>
      </div>
      <Trouble error={trouble} />
      <div className="flex gap-2.5 pb-6">
        <Button tone="main" type="submit" disabled={busy}>
          {sends}
        </Button>
        <Button onClick={cancel}>{leave}</Button>
      </div>
    </form>
  );
}
