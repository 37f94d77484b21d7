import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useOutletContext, useSearchParams } from "react-router";
import { api, take, type Card } from "../../api/client";
import * as queries from "../../api/queries";
import { Cells } from "../../kinds/grid";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Prose } from "../../parts/prose";
import { Sheet } from "../../parts/sheet";
import { Failing, Nothing, Trouble, Waiting } from "../../parts/state";

/** CardsStation turns the cards of a course, one at a time. */
export function CardsStation() {
  const course = useOutletContext<string>();
  const go = useNavigate();
  const client = useQueryClient();
  const query = queries.cards(course);
  const { data, error, refetch } = useQuery(query);
  const [search, setSearch] = useSearchParams();
  const [bare, setBare] = useState<string>(); // the card whose back is seen
  const drop = useMutation({
    mutationFn: (card: string) => take(api.DELETE("/api/courses/{course}/cards/{card}", { params: { path: { course, card } } })),
    onSuccess: (left) => client.setQueryData(query.queryKey, left),
  });
  useEffect(() => {
    document.title = "Cards · Zinc Owl";
  }, []);
  const n = data?.length ?? 0;
  const at = Math.min(Math.max(0, Number(search.get("at") ?? 1) - 1 || 0), Math.max(0, n - 1));
  const card = data?.[at];
  const to = (next: number) => {
    setBare(undefined);
    setSearch({ at: String(Math.min(n, Math.max(1, next + 1))) }, { replace: true });
  };
  const turn = () => card && setBare(bare === card.id ? undefined : card.id);
  useKeys([
    card !== undefined && { key: " ", does: "Turn the card", press: turn },
    at + 1 < n && { key: "ArrowRight", does: "The next card", press: () => to(at + 1) },
    at > 0 && { key: "ArrowLeft", does: "The card before", press: () => to(at - 1) },
  ]);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="the cards" />;
  return (
    <div className="flex flex-1 flex-col pt-5">
      <Sheet label="About this card" margin={card && <About course={course} card={card} bare={bare === card.id} />}>
        {!card ? (
          <Nothing title="No card yet">
            <p>Cards are drafted with a batch: say how many in the sentence on Draft.</p>
            <Button tone="main" onClick={() => void go(`/courses/${course}/draft`)}>
              Go to Draft
            </Button>
          </Nothing>
        ) : (
          <>
            <p className="label mb-4 flex justify-between">
              <span>{kinds[card.kind]}</span>
              <span className="num">
                {at + 1} of {n}
              </span>
            </p>
            <Face course={course} card={card} bare={bare === card.id} />
            <div className="mt-7 flex flex-wrap gap-2.5">
              <Button tone="main" cap="Space" onClick={turn}>
                {bare === card.id ? "Cover it again" : "Turn it"}
              </Button>
              <Button cap="←" onClick={() => to(at - 1)} disabled={at === 0}>
                Before
              </Button>
              <Button cap="→" onClick={() => to(at + 1)} disabled={at + 1 >= n}>
                Next
              </Button>
              <Button onClick={() => drop.mutate(card.id)} disabled={drop.isPending}>
                Drop
              </Button>
            </div>
            <Trouble error={drop.error} />
          </>
        )}
      </Sheet>
    </div>
  );
}

const kinds: Record<Card["kind"], string> = { term: "Term", question: "Question", blank: "Blank", cell: "Covered cells", region: "Covered labels", steps: "Steps" };

/** Face is what is seen of a card: its front, and its back once it is turned. Covered places are also uncovered one by one. */
function Face({ course, card, bare }: { course: string; card: Card; bare: boolean }) {
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

function About({ course, card, bare }: { course: string; card: Card; bare: boolean }) {
  return (
    <>
      <Note title="Say it before you turn it">Recall the back first; a covered cell or label is uncovered by a press on it, all of them by turning the card.</Note>
      {card.topic && <Note title="Topic">{card.topic}</Note>}
      {bare && card.quote && (
        <Note title={card.source || "From a source"}>
          <span className="font-read">“{card.quote}”</span>
          {card.source_id && (
            <p className="mt-1.5">
              <a className="link" href={`/courses/${course}/sources/${card.source_id}`}>
                Read the source
              </a>
            </p>
          )}
        </Note>
      )}
    </>
  );
}
