import type { BankItem, Level, Verdict } from "../../api/client";
import type { Kind } from "../../kinds";

/** Which questions of the bank are shown, and in what order. An empty list stands for any. */
export interface Pick {
  words: string;
  topics: string[];
  levels: Level[];
  kinds: Kind[];
  verdicts: Verdict[];
  stands: "any" | "bank" | "bench" | "kept";
  /** Sources by id, and writers by name. */
  from: string[];
  went: "any" | "never" | "missed" | "right";
  tags: string[];
  order: "newest" | "oldest" | "worst" | "topic" | "alphabet";
}

export const everything: Pick = { words: "", topics: [], levels: [], kinds: [], verdicts: [], stands: "any", from: [], went: "any", tags: [], order: "newest" };

export const wents = [
  { value: "any", says: "However they went", short: "however they went" },
  { value: "never", says: "Never answered by you", short: "never answered" },
  { value: "missed", says: "Missed the last time", short: "missed the last time" },
  { value: "right", says: "Right the last time", short: "right the last time" },
] as const;

export const orders = [
  { value: "newest", says: "Newest first", short: "newest first" },
  { value: "oldest", says: "Oldest first", short: "oldest first" },
  { value: "worst", says: "Missed ones first", short: "missed ones first" },
  { value: "topic", says: "By topic, as the syllabus has them", short: "topics in order" },
  { value: "alphabet", says: "By their words", short: "words in order" },
] as const;

const writers = new Set(["writer", "import", "person", "endpoint"]);

/** plain is a text as it is searched: small, without accents. */
const plain = (s: string) => s.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** picked are the questions that a pick asks for, in its order; all words have to stand in stem or tags. */
export function picked(all: readonly BankItem[], pick: Pick, topicOrder: ReadonlyMap<string | undefined, number>): BankItem[] {
  const words = plain(pick.words).split(/\s+/).filter(Boolean);
  const by = pick.from.filter((f) => writers.has(f));
  const sources = pick.from.filter((f) => !writers.has(f));
  const among = <T>(list: readonly T[], value: T) => list.length === 0 || list.includes(value);
  const out = all.filter((q) => {
    if (!among(pick.topics, q.topic_id ?? "none") || !among(pick.levels, q.level) || !among(pick.kinds, q.kind as Kind) || !among(pick.verdicts, q.verdict)) return false;
    if (pick.stands === "kept" ? !q.kept : pick.stands !== "any" && q.state !== pick.stands) return false;
    if (pick.from.length > 0 && !by.includes(q.from) && !q.sources?.some((s) => sources.includes(s))) return false;
    if (pick.tags.length > 0 && !q.tags?.some((t) => pick.tags.includes(t))) return false;
    if (pick.went === "never" ? (q.attempts ?? 0) > 0 : pick.went === "missed" ? q.last === undefined || q.last >= 1 : pick.went === "right" && (q.last ?? 0) < 1) return false;
    if (words.length === 0) return true;
    const text = plain(`${q.stem} ${q.tags?.join(" ") ?? ""}`);
    return words.every((w) => text.includes(w));
  });
  const place = (q: BankItem) => topicOrder.get(q.topic_id) ?? topicOrder.size;
  switch (pick.order) {
    case "oldest":
      return out.reverse();
    case "worst":
      return out.sort((a, b) => (a.last ?? 2) - (b.last ?? 2));
    case "topic":
      return out.sort((a, b) => place(a) - place(b));
    case "alphabet":
      return out.sort((a, b) => a.stem.localeCompare(b.stem, undefined, { numeric: true }));
  }
  return out;
}
