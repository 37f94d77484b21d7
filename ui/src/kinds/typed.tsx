import type { Benched, Question } from "../api/client";
import { TypedAnswer } from "./answer";
import { Frame, KeyLine, TypedOutcome } from "./frame";
import type { Kind, Room } from "./room";

/** typed is a room for what is typed on one line and shown as it is understood. */
function typed(name: string, kind: Extract<Kind, "numeric" | "expression" | "solution">, key: (k: Question["key"]) => string, fresh: Question["key"], Edit: Room["Edit"]): Room {
  return {
    name,
    Ask: ({ item, given, change }) => (
      <Frame of={item}>
        <TypedAnswer kind={kind} language={item.language ?? "en"} text={given.text ?? ""} unit={item.unit} change={(text) => change({ text })} />
      </Frame>
    ),
    Outcome: ({ item }) => (
      <Frame of={item}>
        <TypedOutcome item={item} typed={item.feedback?.given.text ?? ""} />
      </Frame>
    ),
    Shown: ({ question: q }: { question: Benched }) => <Frame of={q}>{q.revealed && <KeyLine>{key(q.revealed.question.key)}</KeyLine>}</Frame>,
    Edit,
    fresh: { key: fresh },
  };
}

export const numeric = typed(
  "Number",
  "numeric",
  (k) => `${k.value ?? ""} ${k.unit ?? ""}`,
  { value: "", unit: "", tolerance: "0.5%" },
  ({ draft: { key }, change }) => (
    <div className="grid max-w-lg grid-cols-3 gap-4">
      <label className="label">
        Key
        <input className="field num" value={key.value ?? ""} onChange={(e) => change({ key: { ...key, value: e.target.value } })} required />
      </label>
      <label className="label">
        Unit
        <input className="field num" value={key.unit ?? ""} onChange={(e) => change({ key: { ...key, unit: e.target.value } })} />
      </label>
      <label className="label">
        Tolerance
        <input className="field num" placeholder="0.5%" value={key.tolerance ?? ""} onChange={(e) => change({ key: { ...key, tolerance: e.target.value } })} />
      </label>
    </div>
  ),
);

export const expression = typed(
  "Expression",
  "expression",
  (k) => k.expression ?? "",
  { expression: "" },
  ({ draft: { key }, change }) => (
    <label className="label">
      Key: an expression, in any equal form
      <input className="field num" value={key.expression ?? ""} onChange={(e) => change({ key: { expression: e.target.value } })} required />
    </label>
  ),
);

const sets = { finite: "These values", none: "No solution", all: "All real numbers", domain: "All but where it has no value", interval: "An interval" };

const solutionText = (k: Question["key"]) => (k.set === "none" ? "no solution" : k.set === "all" ? "all real numbers" : (k.values?.join(" or ") ?? k.where ?? ""));

export const solution = typed("Solutions", "solution", solutionText, { set: "finite", values: [] }, ({ draft: { key }, change }) => {
  const set = key.set ?? "finite";
  return (
    <div className="grid max-w-lg grid-cols-2 gap-4">
      <label className="label">
        Key
        <select className="field" value={set} onChange={(e) => change({ key: { set: e.target.value } })}>
          {Object.entries(sets).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {set === "finite" && (
        <label className="label">
          Values; several are parted by “or”
          <input className="field num" value={key.values?.join(" or ") ?? ""} onChange={(e) => change({ key: { set, values: e.target.value.split(" or ") } })} required />
        </label>
      )}
      {(set === "domain" || set === "interval") && (
        <label className="label">
          Where: x &gt; 3, x ≠ 0
          <input className="field num" value={key.where ?? ""} onChange={(e) => change({ key: { set, where: e.target.value } })} required />
        </label>
      )}
    </div>
  );
});
