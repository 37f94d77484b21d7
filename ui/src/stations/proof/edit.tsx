import { useState, type FormEvent } from "react";
import type { Benched, Level, Topic } from "../../api/client";
import { Button } from "../../parts/button";
import { Trouble } from "../../parts/state";
import { capital, letter, levels } from "../../parts/words";

export interface Edited {
  stem: string;
  level: Level;
  topic_id?: string;
  options: { id: string; text: string }[];
  key: { options?: string[]; value?: string; unit?: string; tolerance?: string; blanks?: string[][]; reference?: string; pairs?: string[][] };
}

interface Props {
  question: Benched;
  topics: Topic[];
  cancel: () => void;
  save: (edited: Edited, version: number) => Promise<void>;
}

/** EditForm changes a question; what was typed stays until it is saved or given up. */
export function EditForm({ question: q, topics, cancel, save }: Props) {
  const full = q.revealed!.question;
  const [stem, setStem] = useState(full.stem);
  const [level, setLevel] = useState<Level>(q.level);
  const [topic, setTopic] = useState(q.topic_id ?? "");
  const [options, setOptions] = useState(q.options.map((o) => ({ ...o })));
  const [right, setRight] = useState(full.key.options ?? []);
  const [reference, setReference] = useState(full.key.reference ?? "");
  const [pairs, setPairs] = useState((full.key.pairs ?? []).map((p) => p.join("-")).join(", "));
  const [value, setValue] = useState(full.key.value ?? "");
  const [unit, setUnit] = useState(full.key.unit ?? "");
  const [blanks, setBlanks] = useState((full.key.blanks ?? []).map((b) => b.join(" | ")));
  const [trouble, setTrouble] = useState<Error>();
  const [busy, setBusy] = useState(false);

  const send = async (e: FormEvent) => {
    e.preventDefault();
    setBusy(true);
    setTrouble(undefined);
    const key: Edited["key"] =
      q.options.length > 0 && q.kind !== "match"
        ? { options: right }
        : q.kind === "match"
          ? { pairs: pairs.split(",").map((p) => p.trim().split(/\s*[-–]\s*/)).filter((p) => p.length === 2) }
        : q.kind === "short" || q.kind === "essay"
          ? { reference }
        : q.kind === "numeric"
          ? { value, unit, tolerance: full.key.tolerance ?? "0.5%" }
          : { blanks: blanks.map((b) => b.split("|").map((s) => s.trim()).filter(Boolean)) };
    try {
      await save({ stem, level, ...(topic ? { topic_id: topic } : {}), options, key }, q.version);
    } catch (err) {
      setTrouble(err as Error);
      setBusy(false);
    }
  };
  return (
    <form onSubmit={(e) => void send(e)} aria-label="Edit the question" className="flex flex-col gap-4">
      <div>
        <label className="label mb-1 block" htmlFor="stem">
          Stem
        </label>
        <textarea id="stem" rows={4} className="field read" value={stem} onChange={(e) => setStem(e.target.value)} autoFocus required />
        {q.kind === "blanks" && <p className="mt-1 text-[13px] text-ink-2">A blank stands as &lt;&lt;1&gt;&gt;, &lt;&lt;2&gt;&gt; and so on.</p>}
      </div>
      {q.options.length > 0 && q.kind !== "match" && (
        <fieldset>
          <legend className="label mb-1">{q.kind === "choices" ? "Options; ticked ones are right" : "Options; the ring marks the one that is right"}</legend>
          {options.map((o, i) => (
            <div key={o.id} className="grid grid-cols-[auto_20px_1fr_auto] items-center gap-2.5 border-t border-line">
              <input
                type={q.kind === "choices" ? "checkbox" : "radio"}
                name="right"
                className="accent-(--sound)"
                aria-label={`Option ${letter(i)} is right`}
                checked={right.includes(o.id)}
                onChange={(e) => setRight((all) => (q.kind !== "choices" ? [o.id] : e.target.checked ? [...all, o.id] : all.filter((x) => x !== o.id)))}
              />
              <b>{letter(i)}</b>
              <input className="field border-b-0! font-read" aria-label={`Option ${letter(i)}`} value={o.text} onChange={(e) => setOptions((all) => all.map((x) => (x.id === o.id ? { ...x, text: e.target.value } : x)))} />
              {options.length > 2 && q.kind !== "truefalse" && (
                <button type="button" className="btn border-transparent! px-2!" data-size="small" aria-label={`Take out option ${letter(i)}`} onClick={() => setOptions((all) => all.filter((x) => x.id !== o.id))}>
                  ✕
                </button>
              )}
            </div>
          ))}
          {options.length < 8 && q.kind !== "truefalse" && (
            <div className="border-t border-line pt-2">
              <Button small onClick={() => setOptions((all) => [...all, { id: "abcdefgh".split("").find((c) => !all.some((o) => o.id === c)) ?? "z", text: "" }])}>
                Another option
              </Button>
            </div>
          )}
        </fieldset>
      )}
      {q.kind === "numeric" && (
        <div className="grid max-w-sm grid-cols-2 gap-4">
          <label className="label">
            Key
            <input className="field num" value={value} onChange={(e) => setValue(e.target.value)} required />
          </label>
          <label className="label">
            Unit
            <input className="field num" value={unit} onChange={(e) => setUnit(e.target.value)} />
          </label>
        </div>
      )}
      {(q.kind === "short" || q.kind === "essay") && (
        <label className="label">
          Key: an answer that is right
          <textarea rows={3} className="field font-read" value={reference} onChange={(e) => setReference(e.target.value)} />
        </label>
      )}
      {q.kind === "match" && (
        <label className="label">
          Key: what belongs together, as 1-c, 2-a
          <input className="field num" value={pairs} onChange={(e) => setPairs(e.target.value)} />
        </label>
      )}
      {q.kind === "blanks" &&
        blanks.map((b, i) => (
          <label key={i} className="label">
            Blank {i + 1}; several answers are parted by |
            <input className="field" value={b} onChange={(e) => setBlanks((all) => all.map((x, j) => (i === j ? e.target.value : x)))} required />
          </label>
        ))}
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
          Save and proof again
        </Button>
        <Button onClick={cancel}>Leave it as it was</Button>
      </div>
    </form>
  );
}
