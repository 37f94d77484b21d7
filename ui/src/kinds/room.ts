import type { ComponentType } from "react";
import type { Benched, DrillItem, Given, Question } from "../api/client";
import type { Key } from "../parts/keys";

/** Kind is a kind of question, as the server names it. */
export type Kind = DrillItem["kind"];

export interface Asking {
  item: DrillItem;
  given: Given;
  change: (given: Given) => void;
}

/** Draft is what is edited of a question beside its stem. */
export type Draft = Pick<Question, "options" | "matches" | "rows" | "key">;

export interface Editing {
  draft: Draft;
  change: (draft: Partial<Draft>) => void;
}

/** Room is everything that the interface knows of one kind of question. Its counterpart stands in core/kind. */
export interface Room {
  /** What the kind is called in lists. */
  name: string;
  /** The question in a drill, with what an answer is given by. */
  Ask: ComponentType<Asking>;
  /** Keys that give an answer. */
  keys?: (p: Asking) => Key[];
  /** The question after its answer. */
  Outcome: ComponentType<{ item: DrillItem }>;
  /** The question on the bench, with its key once that is uncovered. */
  Shown: ComponentType<{ question: Benched }>;
  /** What is edited beside the stem, and what is said of it. */
  Edit: ComponentType<Editing>;
  /** What is edited when a question of the kind is written anew. */
  fresh: Draft;
  stemHint?: string;
  /** Several lines are written, so Enter begins a new one. */
  long?: boolean;
  /** How options of a past question are marked as right: one, or several; left out where the key is typed. */
  marks?: "one" | "several";
}

/** answered says whether there is anything to send. */
export function answered(g: Given): boolean {
  return (g.options?.length ?? 0) > 0 || (g.pairs?.length ?? 0) > 0 || [g.text, ...(g.blanks ?? []), ...Object.values(g.cells ?? {})].some((t) => t !== undefined && t.trim() !== "");
}
