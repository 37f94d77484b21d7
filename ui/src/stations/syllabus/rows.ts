import type { OutlineView, Syllabus, SyllabusTopic, Weight } from "../../api/client";

/** A line of the outline while it is edited: a topic, or a can-do statement of the topic above it. */
export interface Row {
  /** Names the row while it is edited. */
  key: string;
  id?: string;
  kind: "topic" | "can";
  title: string;
  depth: number;
  /** The weight as typed: "22%", "15", "★★", or nothing. */
  weight: string;
}

let serial = 0;
export const fresh = (kind: Row["kind"], depth: number): Row => ({ key: `new-${++serial}`, kind, title: "", depth, weight: "" });

export function weightText(w: Weight | undefined): string {
  if (!w) return "";
  const n = String(Math.round(w.value * 100) / 100);
  return w.unit === "percent" ? `${n}%` : w.unit === "stars" ? "★".repeat(Math.round(w.value)) || "0" : n;
}

/** readWeight reads a weight as people type it; undefined where none is given, null where it can't be read. */
export function readWeight(text: string): Weight | undefined | null {
  const t = text.trim().replace(",", ".");
  if (t === "") return undefined;
  if (/^[★*]+$/.test(t)) return { value: t.length, unit: "stars" };
  const m = /^(\d{1,5}(?:\.\d+)?)\s*(%|per ?cent|marks?|points?)?$/i.exec(t);
  if (!m) return null;
  return { value: Number(m[1]), unit: m[2] && /^(%|per)/i.test(m[2]) ? "percent" : "marks" };
}

const kept = (id: string | undefined) => (id ? { id } : {});

export function rowsOf(topics: (Syllabus["topics"][number] | SyllabusTopic)[]): Row[] {
  return topics.flatMap((t) => [
    { key: t.id ?? fresh("topic", 0).key, ...kept(t.id), kind: "topic" as const, title: t.title, depth: t.depth ?? 0, weight: weightText(t.given) },
    ...(t.can_do ?? []).map((c) => ({ key: c.id ?? fresh("can", 0).key, ...kept(c.id), kind: "can" as const, title: c.text, depth: (t.depth ?? 0) + 1, weight: "" })),
  ]);
}

/** topicsOf is what is saved of the rows; empty ones are left out. */
export function topicsOf(rows: Row[]): SyllabusTopic[] {
  const out: SyllabusTopic[] = [];
  for (const r of rows) {
    if (r.title.trim() === "") continue;
    if (r.kind === "topic") {
      const given = readWeight(r.weight);
      out.push({ ...kept(r.id), title: r.title, depth: r.depth, ...(given ? { given } : {}), can_do: [] });
    } else out.at(-1)?.can_do?.push({ ...kept(r.id), text: r.title });
  }
  return out;
}

/** recognised gives the topics and statements of an outline that was read the ids of those that are there already, so that what belongs to them stays. */
export function recognised(read: OutlineView, now: Syllabus): Row[] {
  const used = new Set<string>();
  const find = <T extends { id: string }>(all: T[], same: (t: T) => boolean) => {
    const hit = all.find((t) => !used.has(t.id) && same(t));
    if (hit) used.add(hit.id);
    return hit?.id;
  };
  const plain = (s: string) => s.trim().toLowerCase();
  return rowsOf(
    read.topics.map((t) => ({
      ...t,
      ...kept(find(now.topics, (o) => plain(o.title) === plain(t.title))),
      can_do: (t.can_do ?? []).map((c) => ({ ...c, ...kept(find(now.topics.flatMap((o) => o.can_do), (o) => plain(o.text) === plain(c.text))) })),
    })),
  );
}

/** end is the index after the last row that goes along with one: statements and topics below it. */
export function end(rows: Row[], at: number): number {
  const row = rows[at];
  if (!row || row.kind === "can") return at + 1;
  let to = at + 1;
  while (to < rows.length && (rows[to]!.kind === "can" || rows[to]!.depth > row.depth)) to++;
  return to;
}

/** straight makes the depths steps of one, and lets statements stand below their topic. */
export function straight(rows: Row[]): Row[] {
  let above = -1;
  return rows.map((r) => {
    if (r.kind === "can") return { ...r, depth: above + 1 };
    above = Math.max(0, Math.min(r.depth, above + 1));
    return { ...r, depth: above };
  });
}

/** deeper moves a topic, with all below it, in or out. */
export function deeper(rows: Row[], at: number, by: number): Row[] {
  const row = rows[at];
  if (!row || row.kind === "can" || (by < 0 && row.depth === 0) || (by > 0 && (at === 0 || row.depth >= 9))) return rows;
  const to = end(rows, at);
  return straight(rows.map((r, i) => (i >= at && i < to && r.kind === "topic" ? { ...r, depth: r.depth + by } : r)));
}

/** moved takes a row, with all below it, to stand before another; after the last where before is rows.length. */
export function moved(rows: Row[], at: number, before: number): Row[] {
  const to = end(rows, at);
  if (before >= at && before <= to) return rows;
  const part = rows.slice(at, to);
  const rest = [...rows.slice(0, at), ...rows.slice(to)];
  const place = before > at ? before - part.length : before;
  // A statement needs a topic above it.
  if (part[0]?.kind === "can" && place === 0) return rows;
  return straight([...rest.slice(0, place), ...part, ...rest.slice(place)]);
}

/** stepped takes a row past its neighbour of the same standing. */
export function stepped(rows: Row[], at: number, by: -1 | 1): Row[] {
  const row = rows[at];
  if (!row) return rows;
  if (by > 0) {
    const next = end(rows, at);
    return next >= rows.length ? rows : moved(rows, at, end(rows, next));
  }
  if (row.kind === "can") return at > 0 && rows[at - 1]!.kind === "can" ? moved(rows, at, at - 1) : rows;
  let to = at - 1;
  while (to > 0 && (rows[to]!.kind === "can" || rows[to]!.depth > row.depth)) to--;
  return to < 0 ? rows : moved(rows, at, to);
}
