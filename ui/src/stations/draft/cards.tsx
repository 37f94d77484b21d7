import type { Brief } from "../../api/client";
import { Amount, Choices, One, Part } from "../../parts/part";
import { capital, counted } from "../../parts/words";

export type Cards = NonNullable<Brief["cards"]> & { count: number };

const kinds = [
  { value: "term", says: "terms, both ways" },
  { value: "question", says: "questions" },
  { value: "blank", says: "blanks" },
  { value: "cell", says: "covered cells of tables" },
  { value: "region", says: "covered labels of pictures" },
  { value: "steps", says: "steps" },
] as const;

const lengths = [
  { value: "short", says: "a few words" },
  { value: "medium", says: "a sentence or two" },
  { value: "long", says: "as much as it takes" },
] as const;

/** CardsPart is the part of a brief that says which cards are wanted beside the questions. */
export function CardsPart({ cards, change }: { cards: Cards; change: (next: Cards) => void }) {
  const about = cards.include?.join(", ") ?? "";
  const says = cards.count === 0 ? "no cards" : counted(cards.count, "card") + (about ? ` on ${about}` : "");
  return (
    <Part label="Cards beside them" says={says}>
      <Amount value={cards.count} change={(count) => change({ ...cards, count })} min={0} max={200} step={5} unit="Cards" />
      <div className="label mt-4 mb-1">Which they are</div>
      <Choices all={kinds.map((k) => ({ value: k.value, says: capital(k.says) }))} chosen={kinds.map((k) => k.value).filter((k) => cards.kinds?.includes(k))} change={(chosen) => change({ ...cards, kinds: chosen })} none="Any kind" />
      <div className="label mt-4 mb-1">How much a back says</div>
      <One name="How much a back says" all={lengths.map((l) => ({ value: l.value, says: capital(l.says) }))} chosen={cards.length ?? "medium"} change={(length) => change({ ...cards, length })} />
      <label className="label mt-4 mb-2 block" htmlFor="cards-about">
        What they speak of
      </label>
      <input
        id="cards-about"
        className="field w-full"
        placeholder="chlorine, ozone"
        maxLength={200}
        defaultValue={about}
        onChange={(e) => {
          const include = e.target.value.split(",").map((w) => w.trim()).filter(Boolean).slice(0, 20);
          change({ ...cards, include });
        }}
      />
    </Part>
  );
}
