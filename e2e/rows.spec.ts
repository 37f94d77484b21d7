import { expect, test } from "@playwright/test";
import { deeper, end, moved, readWeight, recognised, rowsOf, stepped, straight, topicsOf, weightText, type Row } from "../ui/src/stations/syllabus/rows";

/** An outline as lines: two blanks a step inwards, statements behind a dash. */
function rows(...lines: string[]): Row[] {
  return straight(
    lines.map((l) => {
      const text = l.trim();
      const depth = (l.length - l.trimStart().length) / 2;
      return text.startsWith("- ") ? { key: text, kind: "can", title: text.slice(2), depth, weight: "" } : { key: text, kind: "topic", title: text, depth, weight: "" };
    }),
  );
}

const lines = (all: Row[]) => all.map((r) => "  ".repeat(r.depth) + (r.kind === "can" ? "- " : "") + r.title);

const outline = () => rows("A", "  - do a", "  A1", "    - do a1", "  A2", "B", "C", "  C1");

test("rows go along with what is below them", () => {
  const all = outline();
  expect(end(all, 0)).toBe(5);
  expect(end(all, 2)).toBe(4);
  expect(end(all, 1)).toBe(2);
  expect(lines(moved(all, 0, 6))).toEqual(["B", "A", "  - do a", "  A1", "    - do a1", "  A2", "C", "  C1"]);
  expect(lines(moved(all, 6, 0))).toEqual(["C", "  C1", "A", "  - do a", "  A1", "    - do a1", "  A2", "B"]);
  expect(moved(all, 0, 3), "into itself").toBe(all);
  expect(moved(all, 1, 0), "a statement needs a topic above it").toBe(all);
  expect(lines(moved(all, 3, 6))).toEqual(["A", "  - do a", "  A1", "  A2", "B", "  - do a1", "C", "  C1"]);
  // A sub-topic that comes to stand first is outermost.
  expect(lines(moved(all, 2, 0))[0]).toBe("A1");
});

test("rows go in and out, and past their neighbours", () => {
  const all = outline();
  expect(lines(deeper(all, 5, 1))).toEqual(["A", "  - do a", "  A1", "    - do a1", "  A2", "  B", "C", "  C1"]);
  expect(lines(deeper(all, 6, 1)).slice(5)).toEqual(["B", "  C", "    C1"]);
  expect(lines(deeper(all, 2, -1))).toEqual(["A", "  - do a", "A1", "  - do a1", "  A2", "B", "C", "  C1"]);
  expect(deeper(all, 0, 1), "nothing stands above it").toBe(all);
  expect(deeper(all, 0, -1)).toBe(all);
  expect(deeper(all, 1, 1), "statements stand where their topic does").toBe(all);
  expect(lines(stepped(all, 5, 1)).slice(5)).toEqual(["C", "  C1", "B"]);
  expect(lines(stepped(all, 5, -1))[0]).toBe("B");
  expect(lines(stepped(all, 4, -1)).slice(2, 5)).toEqual(["  A2", "  A1", "    - do a1"]);
  expect(stepped(all, 6, 1), "the last one").toBe(all);
  expect(stepped(all, 0, -1), "the first one").toBe(all);
});

test("no move loses a row or breaks the steps", () => {
  let seed = 5;
  const below = (n: number) => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return seed % n;
  };
  let all = outline();
  const keys = all.map((r) => r.key).sort();
  for (let i = 0; i < 3000; i++) {
    const at = below(all.length);
    const next = [() => moved(all, at, below(all.length + 1)), () => deeper(all, at, below(2) ? 1 : -1), () => stepped(all, at, below(2) ? 1 : -1)][below(3)]!();
    let above = -1;
    const wrong = next.filter((r) => {
      const steps = r.kind === "topic" ? r.depth > above + 1 : r.depth !== above + 1;
      if (r.kind === "topic") above = r.depth;
      return steps;
    });
    const kept = next.map((r) => r.key).sort().join() === keys.join() && next[0]!.kind === "topic";
    if (wrong.length > 0 || !kept) throw new Error(`after ${i} moves:\n${lines(all).join("\n")}\nbecame\n${lines(next).join("\n")}`);
    all = next;
  }
});

test("weights are read as people type them", () => {
  for (const [typed, value, unit] of [["22%", 22, "percent"], [" 7.5 % ", 7.5, "percent"], ["12,5 per cent", 12.5, "percent"], ["15", 15, "marks"], ["20 marks", 20, "marks"], ["★★", 2, "stars"], ["***", 3, "stars"]] as const)
    expect(readWeight(typed), typed).toEqual({ value, unit });
  expect(readWeight("  ")).toBeUndefined();
  for (const bad of ["many", "-3", "1e9", "20%%", "★2"]) expect(readWeight(bad), bad).toBeNull();
  for (const w of [{ value: 22, unit: "percent" }, { value: 2, unit: "stars" }, { value: 7.25, unit: "marks" }] as const) expect(readWeight(weightText(w))).toEqual(w);
  expect(weightText(undefined)).toBe("");
});

test("an outline that is read again keeps what it knows, once", () => {
  const none = { passages: 0, easy: 0, medium: 0, hard: 0 };
  const share = { own: 0, total: 0, basis: "given" as const, low: 0, high: 0 };
  const now = { version: 1, headings: false, papers: [], nowhere: none, topics: [{ ...none, id: "t1", title: "Filtration", depth: 0, share, can_do: [{ ...none, id: "c1", text: "explain ripening" }] }] };
  const all = recognised({ title: "", leftovers: [], topics: [{ title: "filtration ", depth: 0, can_do: [{ text: "Explain ripening" }, { text: "new" }] }, { title: "Filtration", depth: 0 }] }, now);
  expect(all.map((r) => r.id)).toEqual(["t1", "c1", undefined, undefined]);
  expect(new Set(all.map((r) => r.key)).size).toBe(4);
  const saved = topicsOf([...all, { key: "x", kind: "topic", title: " ", depth: 0, weight: "" }]);
  expect(saved).toHaveLength(2);
  expect(saved[0]).toMatchObject({ id: "t1", can_do: [{ id: "c1", text: "Explain ripening" }, { text: "new" }] });
  expect(topicsOf(rowsOf(saved))).toEqual(saved);
});
