import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState, type FormEvent } from "react";
import { api, take, type Claim, type DrillItem, type Hit } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Ruling } from "../../marginalia/ruling";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { One } from "../../parts/part";
import { Trouble } from "../../parts/state";
import { placed } from "../../parts/words";

interface Props {
  course: string;
  drill: string;
  position: number;
  item: DrillItem;
}

const ways: { value: Claim["kind"]; says: string; options?: true }[] = [
  { value: "option", says: "Another option is right", options: true },
  { value: "working", says: "My answer is right, and here is the working" },
  { value: "readings", says: "It can be read in two ways" },
  { value: "source", says: "A source says otherwise" },
  { value: "words", says: "Something else" },
];

/** ChallengeKey disputes the key of a question that was answered, and says what became of it. */
export function ChallengeKey({ course, drill, position, item }: Props) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<Claim["kind"]>(item.options.length > 1 ? "option" : "working");
  const [option, setOption] = useState(item.feedback?.given.options?.[0] ?? "");
  const [says, setSays] = useState("");
  const [readings, setReadings] = useState([
    { stem: item.stem, answer: "" },
    { stem: item.stem, answer: "" },
  ]);
  const [hit, setHit] = useState<Hit>();
  const send = useMutation({
    mutationFn: (body: Claim) => take(api.PUT("/api/courses/{course}/drills/{drill}/places/{position}/challenges/{challenge}", { params: { path: { course, drill, position, challenge: crypto.randomUUID() } }, body })),
    onSuccess: async () => {
      setOpen(false);
      await client.invalidateQueries({ queryKey: ["course", course] });
    },
  });
  useKeys([!open && { key: "c", does: "Challenge the key", press: () => setOpen(true) }]);
  const key = item.feedback?.key.options ?? [];
  const claim: Claim | undefined =
    kind === "option"
      ? option && !key.includes(option)
        ? { kind, option }
        : undefined
      : kind === "readings"
        ? readings.every((r) => r.stem.trim() && r.answer.trim())
          ? { kind, readings }
          : undefined
        : kind === "source"
          ? hit && { kind, source: hit.source_id, passage: hit.passage }
          : says.trim()
            ? { kind, says }
            : undefined;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (claim && !send.isPending) send.mutate(claim);
  };
  if (!open)
    return (
      <>
        <div aria-live="polite">{send.data && <Ruling course={course} challenge={send.data} />}</div>
        <p className="mb-4">
          <Button small cap="c" onClick={() => setOpen(true)}>
            {send.data ? "Challenge it again" : "Challenge the key"}
          </Button>
        </p>
      </>
    );
  return (
    <Note tone="eye" title="What is wrong with the key?">
      <form onSubmit={submit} aria-label="A challenge">
        <One name="What is wrong" all={ways.filter((w) => !w.options || item.options.length > 1)} chosen={kind} change={setKind} />
        <div className="border-t border-line py-3">
          {kind === "option" ? (
            <One name="Which option is right" all={item.options.filter((o) => !key.includes(o.id)).map((o) => ({ value: o.id, says: o.text }))} chosen={option} change={setOption} />
          ) : kind === "readings" ? (
            readings.map((r, i) => (
              <fieldset key={i} className="mb-3 min-w-0">
                <legend className="label">Read {i === 0 ? "one way" : "the other way"}</legend>
                <textarea className="field" rows={2} maxLength={4000} aria-label={`The question, read ${i === 0 ? "one way" : "the other way"}`} value={r.stem} onChange={(e) => setReadings(readings.map((x, k) => (k === i ? { ...x, stem: e.target.value } : x)))} />
                <input className="field" maxLength={400} placeholder="its answer then" aria-label={`Its answer, read ${i === 0 ? "one way" : "the other way"}`} value={r.answer} onChange={(e) => setReadings(readings.map((x, k) => (k === i ? { ...x, answer: e.target.value } : x)))} />
              </fieldset>
            ))
          ) : kind === "source" ? (
            <Passage course={course} hit={hit} choose={setHit} />
          ) : (
            <label className="label block">
              {kind === "working" ? "Your working, a step a line: 3 × 4 = 12" : "What is wrong, with the numbers, the option or the rule it is about"}
              <textarea className="field num mt-1" rows={kind === "working" ? 4 : 3} maxLength={4000} value={says} onChange={(e) => setSays(e.target.value)} />
            </label>
          )}
        </div>
        <Trouble error={send.error} />
        <div className="flex flex-wrap gap-2">
          <Button small tone="main" type="submit" disabled={!claim || send.isPending}>
            {send.isPending ? "Being tested …" : "Have it tested"}
          </Button>
          <Button small onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </div>
      </form>
    </Note>
  );
}

/** Passage finds the passage that says otherwise. */
function Passage({ course, hit, choose }: { course: string; hit: Hit | undefined; choose: (h: Hit) => void }) {
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const { data, error } = useQuery({ ...queries.search(course, words), enabled: words.length > 1, placeholderData: keepPreviousData });
  return (
    <>
      <label className="label block">
        Find the passage
        <input type="search" className="field" maxLength={300} value={typed} onChange={(e) => setTyped(e.target.value)} />
      </label>
      <Trouble error={error} />
      <ul className="max-h-56 overflow-y-auto" aria-label="Passages">
        {data?.slice(0, 12).map((h) => {
          const on = hit?.passage === h.passage && hit.source_id === h.source_id;
          return (
            <li key={h.source_id + h.passage} className="border-t border-line">
              <button type="button" aria-pressed={on} className={`block w-full border-l-[3px] py-1.5 pl-2 text-left ${on ? "border-l-eye bg-eye-wash" : "border-l-transparent hover:bg-eye-wash"}`} onClick={() => choose(h)}>
                <b className="block text-[13px] leading-tight">{placed(h.title, h.locator)}</b>
                <span className="font-read text-[13.5px] leading-snug wrap-anywhere">{h.excerpt.map((p) => p.text).join("")}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
