import { useState } from "react";
import type { Card } from "../../api/client";
import { Cells } from "../../kinds/grid";
import { Prose } from "../../parts/prose";

/** Face is what is seen of a card: its front, and its back once it is turned. Covered places are also uncovered one by one. */
export function Face({ course, card, bare }: { course: string; card: Card; bare: boolean }) {
  return (
    <article aria-label="Card">
      <div className="say">
        <Prose text={card.front} />
      </div>
      {card.rows ? (
        <Covered key={card.id} card={card} bare={bare} />
      ) : card.file && card.source_id ? (
        <Labelled key={card.id} course={course} card={card} bare={bare} />
      ) : (
        <div aria-live="polite" className="mt-6 min-h-16 border-t border-line pt-5 font-read text-[19px]">
          {bare ? <Prose text={card.back} /> : <span className="text-ink-3">The back is covered.</span>}
        </div>
      )}
    </article>
  );
}

/** Lift is a covered place: pressed, it shows what stands there. */
function Lift({ says, bare, name, lift, className = "" }: { says: string; bare: boolean; name: string; lift: () => void; className?: string }) {
  if (bare) return <b className={`font-[650] text-sound ${className}`}>{says}</b>;
  return <button type="button" aria-label={`Uncover ${name}`} onClick={lift} className={`min-h-7 w-full min-w-16 cursor-pointer bg-ink-2 hover:bg-ink ${className}`} />;
}

function useLifted() {
  const [lifted, setLifted] = useState<number[]>([]);
  return { is: (i: number) => lifted.includes(i), lift: (i: number) => setLifted((all) => [...all, i]) };
}

function Covered({ card, bare }: { card: Card; bare: boolean }) {
  const lifted = useLifted();
  const masks = card.masks ?? [];
  return (
    <Cells
      rows={card.rows ?? []}
      fill={(cell, says) => {
        const i = masks.findIndex((m) => m.at === cell);
        return i < 0 ? null : <Lift says={masks[i]!.text} bare={bare || lifted.is(i)} name={says} lift={() => lifted.lift(i)} />;
      }}
    />
  );
}

function Labelled({ course, card, bare }: { course: string; card: Card; bare: boolean }) {
  const lifted = useLifted();
  const [size, setSize] = useState<[number, number]>();
  return (
    <div className="relative mt-6 w-fit max-w-full">
      <img className="block max-w-full bg-white" alt="A picture with covered labels" src={`/api/courses/${course}/sources/${card.source_id}/pictures/${card.file}`} onLoad={(e) => setSize([e.currentTarget.naturalWidth, e.currentTarget.naturalHeight])} />
      {size &&
        (card.masks ?? []).map((m, i) => {
          const box = m.box;
          if (!box || bare || lifted.is(i)) return null;
          const [w, h] = size;
          return (
            <button
              key={i}
              type="button"
              aria-label={`Uncover label ${i + 1}`}
              onClick={() => lifted.lift(i)}
              className="absolute min-h-0 cursor-pointer bg-[#3a4048] hover:bg-[#14171a]"
              style={{ left: `${(100 * box.left) / w - 0.4}%`, top: `${(100 * box.top) / h - 0.4}%`, width: `${(100 * (box.right - box.left)) / w + 0.8}%`, height: `${(100 * (box.bottom - box.top)) / h + 0.8}%` }}
            />
          );
        })}
      <p aria-live="polite" className="mt-3 font-read">
        {bare && card.back}
      </p>
    </div>
  );
}
