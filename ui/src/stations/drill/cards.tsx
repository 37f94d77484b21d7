import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate, useOutletContext } from "react-router";
import { api, take, type Card, type CardLook, type Deck, type Topic } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { One, Part } from "../../parts/part";
import { Sheet } from "../../parts/sheet";
import { Failing, Nothing, Trouble, Waiting } from "../../parts/state";
import { counted } from "../../parts/words";
import { EditCard, NewCard } from "./cardtext";
import { Face } from "./face";
import { Fading, Known, Load } from "./fading";

type Which = "due" | "new" | "all" | "resting";

const whiches = [
  { value: "due", says: "what is due" },
  { value: "new", says: "new ones" },
  { value: "all", says: "all of them" },
  { value: "resting", says: "those that rest" },
] as const;

const oneIns = [5, 10, 20, 50].map((value) => ({ value, says: `1 in ${value}` }));

/** below are a topic and all those below it, by their ids; the outline is in its order. */
function below(topics: Topic[], topic: string): Set<string> {
  const at = topics.findIndex((t) => t.id === topic);
  const own = topics[at];
  if (!own) return new Set();
  const end = topics.findIndex((t, i) => i > at && t.depth <= own.depth);
  return new Set(topics.slice(at, end < 0 ? undefined : end).map((t) => t.id));
}

/** picked are the cards that a sentence asks for, in the order in which they are shown: those nearest to being forgotten first. */
function picked(deck: Deck, which: Which, within: Set<string> | undefined): Card[] {
  const fits = (c: Card) =>
    (within === undefined || within.has(c.topic_id ?? "")) && (which === "resting" ? c.resting : !c.resting && (which === "all" || (which === "new" ? c.looks === 0 && !c.put_off : c.day === 0)));
  return deck.cards.filter(fits).sort((a, b) => (which === "due" ? a.recall - b.recall : 0));
}

/** Run is what a sentence asked for, with its cards as they were then: what becomes of one does not move the others. */
interface Run {
  which: Which;
  topic: string;
  cards: string[];
}

/** none is the run before the first. */
const none: Run = { which: "due", topic: "", cards: [] };

/** CardsStation is where cards are looked at as they fall due, or as the person picks. */
export function CardsStation() {
  const course = useOutletContext<string>();
  const go = useNavigate();
  const client = useQueryClient();
  const query = queries.cards(course);
  const { data: deck, error, refetch } = useQuery(query);
  const about = useQuery(queries.course(course)).data;
  const outline = about?.topics ?? [];
  const [run, setRun] = useState(none);
  const [at, setAt] = useState(0);
  const [done, setDone] = useState<string[]>([]);
  const [writing, setWriting] = useState<"new" | "edit">();
  useEffect(() => {
    document.title = "Cards · Zinc Owl";
  }, []);
  const begin = (deck: Deck, next: Partial<Run>) => {
    const which = next.which ?? (deck.due === 0 && deck.fresh > 0 ? "new" : "due");
    const topic = next.topic ?? run.topic;
    setRun({ which, topic, cards: picked(deck, which, topic === "" ? undefined : below(outline, topic)).map((c) => c.id) });
    setDone([]);
    setAt(0);
  };
  useEffect(() => {
    if (run === none && deck && deck.cards.length > 0 && about) begin(deck, {});
  });
  const left = run.cards.filter((id) => !done.includes(id) && deck?.cards.some((c) => c.id === id));
  const card = deck?.cards.find((c) => c.id === left[Math.min(at, left.length - 1)]);
  const over = done.length > 0 && left.length === 0;
  useEffect(() => {
    if (over) void refetch();
  }, [over, refetch]);
  /** ask begins another run, from what the cards are now. */
  const ask = async (next: Partial<Run>) => {
    const { data } = await refetch();
    if (data) begin(data, next);
  };
  const wish = useMutation({
    mutationFn: (one_in: number) => take(api.PUT("/api/courses/{course}/memory", { params: { path: { course } }, body: { one_in } })),
    onSuccess: () => void refetch(),
  });
  const mayWrite = about?.role === "owner" || about?.role === "tutor";
  const onward = () => (deck && deck.fresh > 0 ? void ask({ which: "new" }) : void go(`/courses/${course}/drill`));
  useKeys([
    deck !== undefined && card === undefined && writing === undefined && { key: " ", does: "Go on", press: onward },
    mayWrite && writing === undefined && { key: "n", does: "Write a card", press: () => setWriting("new") },
  ]);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!deck) return <Waiting what="the cards" />;
  const kept = async (made?: Card) => {
    setWriting(undefined);
    if (made) await ask({ which: "new" });
    else await client.invalidateQueries({ queryKey: query.queryKey });
  };
  if (deck.cards.length === 0 && writing === undefined)
    return (
      <div className="flex flex-1 flex-col pt-5">
        <Sheet label="About cards" margin={<Note title="What cards are for">A card is looked at just before it would be forgotten, until the exam.</Note>}>
          <Nothing title="No card yet">
            <p>Cards are drafted with a batch: say how many in the sentence on Draft. Or write one yourself.</p>
            <div className="flex flex-wrap gap-2.5">
              <Button tone="main" onClick={() => void go(`/courses/${course}/draft`)}>
                Go to Draft
              </Button>
              {mayWrite && (
                <Button cap="n" onClick={() => setWriting("new")}>
                  Write a card
                </Button>
              )}
            </div>
          </Nothing>
        </Sheet>
      </div>
    );
  if (run === none && deck.cards.length > 0 && writing === undefined) return <Waiting what="the cards" />;
  const topics = outline.filter((t) => deck.cards.some((c) => below(outline, t.id).has(c.topic_id ?? "")));
  return (
    <div className="flex flex-1 flex-col">
      <div className="mx-auto w-full max-w-[1380px] px-5 py-4 desk:pr-6 desk:pl-[76px]">
        <h1 className="say">
          Look at <Part says={whiches.find((w) => w.value === run.which)!.says} label="Which cards">{<One name="Which cards" all={whiches} chosen={run.which} change={(which) => void ask({ which })} />}</Part>
          , of{" "}
          <Part says={topics.find((t) => t.id === run.topic)?.title ?? "every topic"} label="Of which topic">
            <One name="Of which topic" all={[{ value: "", says: "every topic" }, ...topics.map((t) => ({ value: t.id, says: t.title }))]} chosen={run.topic} change={(topic) => void ask({ which: run.which, topic })} />
          </Part>
          , letting me forget at most{" "}
          <Part says={`1 in ${deck.one_in}`} label="Forget at most">
            <One name="Forget at most" all={oneIns} chosen={deck.one_in} change={(n) => wish.mutate(n)} />
          </Part>
          .
        </h1>
        <Trouble error={wish.error} />
      </div>
      {writing === "new" ? (
        <Sheet label="About writing cards" margin={<Note title="One thing on a card">Ask for one thing in front; write the shortest full answer behind. A card of several is several cards.</Note>}>
          <NewCard course={course} known={deck.cards} done={(made) => void kept(made)} />
        </Sheet>
      ) : card && writing === "edit" ? (
        <Sheet label="About this card" margin={<Note title="Your looks stay">What you knew of this card is kept when its words change.</Note>}>
          <EditCard key={card.id} course={course} card={card} done={() => void kept()} />
        </Sheet>
      ) : card ? (
        <Turned
          key={card.id}
          course={course}
          deck={deck}
          card={card}
          place={`${run.cards.length - left.length + 1} of ${run.cards.length}`}
          mayWrite={mayWrite}
          gone={() => setDone((d) => [...d, card.id])}
          edit={() => setWriting("edit")}
          write={() => setWriting("new")}
          pass={left.length > 1 ? () => setAt((n) => (n + 1) % left.length) : undefined}
          changed={() => void client.invalidateQueries({ queryKey: query.queryKey, refetchType: "none" })} // a deck is large: it is read again at the end of the run
        />
      ) : (
        <Sheet label="How much is remembered" margin={<Known deck={deck} />}>
          <h2 className="title">{run.cards.length > 0 ? `Through ${counted(run.cards.length, "card")}.` : run.which === "due" ? "Nothing is due today." : "There are none of these."}</h2>
          <Load deck={deck} />
          <div className="mt-6 flex flex-wrap gap-2.5">
            {deck.fresh === 0 ? (
              <Button tone="main" cap=" " onClick={onward}>
                Back to Drill
              </Button>
            ) : (
              <Button tone="main" cap=" " onClick={onward}>
                Look at {counted(deck.fresh, "new one")}
              </Button>
            )}
            <Button onClick={() => void ask({})}>See what is due now</Button>
            {mayWrite && (
              <Button cap="n" onClick={() => setWriting("new")}>
                Write a card
              </Button>
            )}
          </div>
        </Sheet>
      )}
    </div>
  );
}

const kinds: Record<Card["kind"], string> = { term: "Term", question: "Question", blank: "Blank", cell: "Covered cells", region: "Covered labels", steps: "Steps" };

interface Turning {
  course: string;
  deck: Deck;
  card: Card;
  place: string;
  mayWrite: boolean;
  gone: () => void;
  edit: () => void;
  write: () => void;
  pass?: () => void;
  changed: () => void;
}

/** Turned is one card: said before it is turned how sure one is, and after it how it went. */
function Turned({ course, deck, card, place, mayWrite, gone, edit, write, pass, changed }: Turning) {
  const [said, setSaid] = useState<CardLook["said"]>();
  const [typed, setTyped] = useState("");
  const [began] = useState(() => Date.now());
  const [id] = useState(() => crypto.randomUUID());
  const path = { course, card: card.id };
  const look = useMutation({
    mutationFn: (went: CardLook["went"]) => take(api.POST("/api/courses/{course}/cards/{card}/looks", { params: { path }, body: { id, said: said ?? "no idea", went, typed, seconds: Math.min(3600, Math.round((Date.now() - began) / 1000)) } })),
    onSuccess: () => {
      changed();
      gone();
    },
  });
  const off = useMutation({
    mutationFn: (how: "today" | "rest" | "back") => {
      const midnight = new Date();
      midnight.setHours(24, 0, 0, 0);
      return take(api.PUT("/api/courses/{course}/cards/{card}/off", { params: { path }, body: { resting: how === "rest", not_today: how === "today", ...(how === "today" ? { midnight: midnight.toISOString() } : {}) } }));
    },
    onSuccess: () => {
      changed();
      gone();
    },
  });
  const drop = useMutation({
    mutationFn: () => take(api.DELETE("/api/courses/{course}/cards/{card}", { params: { path } })),
    onSuccess: () => {
      changed();
      gone();
    },
  });
  const busy = look.isPending || off.isPending || drop.isPending;
  const went = (how: CardLook["went"]) => !busy && look.mutate(how);
  useKeys([
    ...(said === undefined
      ? [
          { key: "Enter", does: "Turn it, sure", press: () => setSaid("sure"), inField: true },
          { key: "h", does: "Turn it, a hunch", press: () => setSaid("hunch") },
          { key: "0", does: "Turn it, no idea", press: () => setSaid("no idea") },
        ]
      : [
          { key: "Enter", does: "Had it", press: () => went("had it") },
          { key: "p", does: "Partly", press: () => went("partly") },
          { key: "x", does: "Missed", press: () => went("missed") },
        ]),
    pass !== undefined && { key: "ArrowRight", does: "The next card, this one later", press: pass },
    mayWrite && { key: "e", does: "Edit the card", press: edit },
    { key: "t", does: "Not today", press: () => !busy && off.mutate("today") },
  ]);
  return (
    <Sheet label="About this card" margin={<About course={course} deck={deck} card={card} bare={said !== undefined} />}>
      <p className="label mb-4 flex justify-between">
        <span>
          {kinds[card.kind]}
          {card.by_hand ? ", written by hand" : ""}
        </span>
        <span className="num">{place}</span>
      </p>
      <Face course={course} card={card} bare={said !== undefined} />
      {said === undefined && !card.rows && !card.file && (
        <label className="mt-4 block">
          <span className="label">Type it, or only think it</span>
          <textarea className="field read w-full" rows={2} maxLength={4000} value={typed} onChange={(e) => setTyped(e.target.value)} />
        </label>
      )}
      {said !== undefined && typed.trim() !== "" && (
        <p className="mt-4">
          <span className="label">You typed </span>
          <span className="font-read whitespace-pre-line">{typed}</span>
        </p>
      )}
      <div className="mt-7 flex flex-wrap gap-2.5" role="group" aria-label={said === undefined ? "Before the turn" : "How it went"}>
        {said === undefined ? (
          <>
            <Button tone="main" cap="Enter" onClick={() => setSaid("sure")}>
              Turn it, sure
            </Button>
            <Button tone="second" cap="h" onClick={() => setSaid("hunch")}>
              A hunch
            </Button>
            <Button cap="0" onClick={() => setSaid("no idea")}>
              No idea
            </Button>
          </>
        ) : (
          <>
            <Button tone="main" cap="Enter" onClick={() => went("had it")} disabled={busy} autoFocus>
              Had it
            </Button>
            <Button tone="second" cap="p" onClick={() => went("partly")} disabled={busy}>
              Partly
            </Button>
            <Button cap="x" onClick={() => went("missed")} disabled={busy}>
              Missed
            </Button>
          </>
        )}
      </div>
      <div className="mt-6 flex flex-wrap gap-2.5 border-t border-line pt-4">
        {card.resting ? (
          <Button small onClick={() => off.mutate("back")} disabled={busy}>
            Take it up again
          </Button>
        ) : (
          <>
            <Button small cap="t" onClick={() => off.mutate("today")} disabled={busy}>
              Not today
            </Button>
            <Button small onClick={() => off.mutate("rest")} disabled={busy}>
              Let it rest
            </Button>
          </>
        )}
        {mayWrite && (
          <>
            <Button small cap="e" onClick={edit}>
              Edit
            </Button>
            <Button small onClick={() => drop.mutate()} disabled={busy}>
              Drop
            </Button>
            <Button small cap="n" className="sm:ml-auto" onClick={write}>
              Write a card
            </Button>
          </>
        )}
      </div>
      <Trouble error={look.error ?? off.error ?? drop.error} />
    </Sheet>
  );
}

function About({ course, deck, card, bare }: { course: string; deck: Deck; card: Card; bare: boolean }) {
  return (
    <>
      {!bare && <Note title="Say it before you turn it">Recall the back first, then say how sure you are. A covered cell or label is uncovered by a press on it.</Note>}
      <Fading deck={deck} card={card} />
      {card.topic && <Note title="Topic">{card.topic}</Note>}
      {bare && card.quote && (
        <Note tone="cite" title={card.source || "From a source"}>
          <span className="font-read">“{card.quote}”</span>
          {card.source_id && (
            <p className="mt-1.5">
              <Link className="text-[12.5px] text-cite hover:underline" to={`/courses/${course}/sources/${card.source_id}${card.passage ? `#${card.passage}` : ""}`}>
                Read it in its place
              </Link>
            </p>
          )}
        </Note>
      )}
    </>
  );
}
