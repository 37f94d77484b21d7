import type { Level, Locator } from "../api/client";

/** counted is a number with its noun: "1 question", "12 questions". */
export function counted(n: number, noun: string, many = `${noun}s`): string {
  return `${n.toLocaleString("en")} ${n === 1 ? noun : many}`;
}

/** listed joins parts as a sentence does; a long list is cut with the number left out. */
export function listed(parts: string[], most = 3): string {
  const shown = parts.length > most ? [...parts.slice(0, most - 1), `${parts.length - most + 1} more`] : parts;
  return shown.length < 2 ? shown.join("") : `${shown.slice(0, -1).join(", ")} and ${shown.at(-1)}`;
}

export const levels: readonly Level[] = ["easy", "medium", "hard"];

/** letter names an option by its position. */
export const letter = (at: number) => "abcdefgh".charAt(at);

/** capital writes the first letter large. */
export const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/** placed is a locator in words: "Solution strengths, line 27". */
export function placed(title: string | undefined, at: Locator): string {
  const heading = at.heading?.at(-1);
  const parts = [title, heading === title ? undefined : heading, at.page ? `page ${at.page}` : at.start ? `at ${at.start}` : at.row ? `row ${at.row}` : at.line ? `line ${at.line}` : undefined];
  return parts.filter(Boolean).join(", ");
}

const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
const moment = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "long", hour: "2-digit", minute: "2-digit" });

export const onDay = (iso: string) => day.format(new Date(iso));
export const atMoment = (iso: string) => moment.format(new Date(iso));

/** clock is seconds as minutes and seconds. */
export const clock = (s: number) => `${Math.floor(s / 60)}:${String(s % 60).padStart(2, "0")}`;
