import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useOutletContext, useSearchParams } from "react-router";
import { api, take, type Brief, type Level } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Amount, Choices, One, Part } from "../../parts/part";
import { Sheet } from "../../parts/sheet";
import { Failing, Nothing, Trouble, Waiting } from "../../parts/state";
import { capital, counted, levels, listed } from "../../parts/words";
import { Batches } from "./batches";
import { CardsPart, type Cards } from "./cards";
import { Draws } from "./draws";
import { Keep, Kept } from "./kept";

const kinds = [
  { value: "choice", says: "choices", share: 0.6 },
  { value: "blanks", says: "blanks", share: 0.15 },
  { value: "numeric", says: "typed numbers", share: 0.15 },
  { value: "truefalse", says: "true or false", share: 0.15 },
  { value: "choices", says: "several right", share: 0.1 },
  { value: "match", says: "matching", share: 0.08 },
  { value: "order", says: "ordering", share: 0.05 },
  { value: "grid", says: "table cells", share: 0.05 },
  { value: "short", says: "short answers", share: 0.15 },
  { value: "essay", says: "essays", share: 0.05 },
  { value: "expression", says: "typed expressions", share: 0.1 },
  { value: "solution", says: "typed solutions", share: 0.1 },
] as const;
type Kind = (typeof kinds)[number]["value"];

/** shares are of the questions with numbers that are told as stories. */
const shares = [
  { value: 0, says: "none" },
  { value: 0.33, says: "a third" },
  { value: 0.5, says: "half" },
  { value: 1, says: "all" },
] as const;

/** turns say whether formulas are turned round. */
const turns = [
  { value: 1, says: "may ask for another unknown" },
  { value: 0, says: "ask for what the formula gives" },
] as const;

/** DraftStation asks for a batch in a sentence and follows what comes of it. */
export function DraftStation() {
  const course = useOutletContext<string>();
  const client = useQueryClient();
  const go = useNavigate();
  const [search] = useSearchParams();
  const about = useQuery(queries.course(course)).data;
  const sources = useQuery(queries.sources(course));
  const bears = useQuery(queries.bears(course));
  const [count, setCount] = useState(20);
  const [from, setFrom] = useState<string[]>(search.get("source") ? [search.get("source")!] : []);
  const [models, setModels] = useState<string[]>([]); // past papers
  const [on, setOn] = useState<string[]>([]);
  const [of, setOf] = useState<Record<Level, number>>({ easy: 0, medium: 0, hard: 0 });
  const [as, setAs] = useState<Kind[]>([]);
  const [stories, setStories] = useState<number>(0.33);
  const [place, setPlace] = useState("");
  const [lean, setLean] = useState("");
  const [turned, setTurned] = useState(1);
  const [cards, setCards] = useState<Cards>({ count: 0 });
  useEffect(() => {
    document.title = "Draft · Zinc Owl";
  }, []);

  const papers = sources.data?.filter((s) => s.kind === "paper") ?? [];
  const texts = sources.data?.filter((s) => s.kind !== "paper") ?? [];
  const dealt = levels.reduce((n, l) => n + of[l], 0);
  /** ask sets how many are wanted; levels that were dealt out are dealt again. */
  const ask = (n: number) => {
    setCount(n);
    if (dealt > n) setOf({ easy: 0, medium: 0, hard: 0 });
  };
  const brief = (): Brief => {
    const b: Brief = { count };
    if (from.length + models.length > 0) b.sources = [...from, ...models];
    if (on.length > 0) b.topics = on;
    if (dealt > 0) b.levels = Object.fromEntries(levels.filter((l) => of[l] > 0).map((l) => [l, of[l]]));
    if (as.length > 0) b.kinds = Object.fromEntries(kinds.filter((k) => as.includes(k.value)).map((k) => [k.value, k.share]));
    if (stories !== 0.33) b.word_problems = stories;
    if (stories > 0 && place.trim() !== "") b.setting = place.trim();
    if (lean.trim() !== "") b.lean = lean.trim();
    if (turned === 0) b.other_unknown = false;
    if (cards.count > 0) b.cards = cards;
    return b;
  };
  /** load makes the sentence say what a kept brief asks for; what is no longer there is left out. */
  const load = (b: Brief) => {
    setCount(b.count);
    setFrom((b.sources ?? []).filter((id) => texts.some((s) => s.id === id)));
    setModels((b.sources ?? []).filter((id) => papers.some((s) => s.id === id)));
    setOn((b.topics ?? []).filter((id) => about?.topics.some((t) => t.id === id)));
    setOf({ easy: b.levels?.easy ?? 0, medium: b.levels?.medium ?? 0, hard: b.levels?.hard ?? 0 });
    setAs(kinds.map((k) => k.value).filter((k) => (b.kinds?.[k] ?? 0) > 0));
    setStories(b.word_problems ?? 0.33);
    setPlace(b.setting ?? "");
    setLean(b.lean ?? "");
    setTurned(b.other_unknown === false ? 0 : 1);
    setCards({ count: 0, ...b.cards });
  };
  const start = useMutation({
    mutationFn: (id: string) => take(api.PUT("/api/courses/{course}/batches/{batch}", { params: { path: { course, batch: id } }, body: brief() })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course, "batches"] }),
  });
  const draft = () => {
    if (!start.isPending) start.mutate(crypto.randomUUID());
  };
  useKeys([{ key: "Enter", does: "Draft the batch", press: draft }]);

  if (sources.error) return <Failing error={sources.error} again={() => void sources.refetch()} />;
  if (!sources.data || !about) return <Waiting what="the sources" />;
  const practised = bears.data?.some((b) => b.easy.many || b.medium.many || b.hard.many);
  if (sources.data.length === 0 && bears.data && !practised)
    return (
      <Page margin={null}>
        <Nothing title="Nothing to draw from yet">
          <p>Questions are drafted from your sources, and from the syllabus where a statement asks for mathematics (“solve linear equations”). Bring a source first.</p>
          <Button tone="main" onClick={() => void go(`/courses/${course}/sources`)}>
            Go to Sources
          </Button>
        </Nothing>
      </Page>
    );
  const titles = (ids: string[], all: { id?: string; title: string }[]) => listed(all.filter((x) => x.id && ids.includes(x.id)).map((x) => x.title));
  return (
    <Page margin={<Batches course={course} />}>
      <h1 className="sr-only">Draft a batch</h1>
      <div className="say">
        Write{" "}
        <Part label="How many" says={counted(count, "question")}>
          <Amount value={count} change={ask} min={cards.count > 0 ? 0 : 1} max={500} step={5} unit="Questions" />
        </Part>{" "}
        and{" "}
        <CardsPart cards={cards} change={setCards} />{" "}
        from{" "}
        <Part label="From which sources" says={from.length === 0 ? "all sources" : titles(from, texts)}>
          <Choices all={texts.map((s) => ({ value: s.id, says: s.title }))} chosen={from} change={setFrom} none="All sources" />
        </Part>{" "}
        {papers.length > 0 && (
          <>
            like{" "}
            <Part label="Like which past questions" says={models.length === 0 ? "no paper" : titles(models, papers)}>
              <Choices all={papers.map((s) => ({ value: s.id, says: s.title }))} chosen={models} change={setModels} none="No paper" />
              {models.length > 0 && <p className="mt-3 text-ink-2">Kinds, levels, options, length and topics are taken from its questions where the sentence leaves them open; a third of the places goes beyond them.</p>}
            </Part>{" "}
          </>
        )}
        on{" "}
        <Part label="On which topics" says={on.length === 0 ? "all topics" : titles(on, about.topics)}>
          <Choices all={about.topics.map((t) => ({ value: t.id ?? "", says: t.title }))} chosen={on} change={setOn} none="All topics" />
        </Part>
        :{" "}
        <Part label="Of which levels" says={dealt === 0 ? "any level" : listed([...levels.filter((l) => of[l] > 0).map((l) => `${of[l]} ${l}`), ...(dealt < count ? [`${count - dealt} of any level`] : [])], 4)}>
          {levels.map((l) => (
            <div key={l} className="flex items-center justify-between gap-3 border-t border-line py-2 first:border-t-0">
              <span className="w-20">{capital(l)}</span>
              <Amount value={of[l]} change={(n) => setOf({ ...of, [l]: n })} min={0} max={count - dealt + of[l]} step={1} unit={`${capital(l)} questions`} />
            </div>
          ))}
        </Part>
        , as{" "}
        <Part label="Of which kinds" says={as.length === 0 ? "any kind" : listed(kinds.filter((k) => as.includes(k.value)).map((k) => k.says))}>
          <Choices all={kinds.map((k) => ({ value: k.value, says: capital(k.says) }))} chosen={as} change={setAs} none="Any kind" />
        </Part>
        . Of those with numbers,{" "}
        <Part label="Share told as stories" says={shares.find((s) => s.value === stories)!.says}>
          <One name="Share told as stories" all={shares.map((s) => ({ value: s.value, says: capital(s.says) }))} chosen={stories} change={setStories} />
        </Part>{" "}
        {stories === 0 ? (
          "are told as stories."
        ) : (
          <>
            {stories === 0.33 ? "is" : "are"} told as stories at{" "}
            <Part label="Where the stories happen" says={place.trim() || "the works"}>
              <input className="field w-full" aria-label="A place in a few words" placeholder="the works of a small hill town" maxLength={80} value={place} onChange={(e) => setPlace(e.target.value)} />
            </Part>
            .
          </>
        )}{" "}
        Hard ones{" "}
        <Part label="What hard ones may ask for" says={turns.find((t) => t.value === turned)!.says}>
          <One name="What hard ones may ask for" all={turns.map((t) => ({ value: t.value, says: capital(t.says) }))} chosen={turned} change={setTurned} />
        </Part>
        . Lean on{" "}
        <Part label="What to lean on" says={lean.trim() || "nothing in particular"}>
          <input className="field w-full" aria-label="Words that should come first" placeholder="pumps, emergencies" maxLength={200} value={lean} onChange={(e) => setLean(e.target.value)} />
        </Part>
        .
      </div>
      <Trouble error={start.error} />
      <div className="mt-[26px] mb-[30px] flex flex-wrap gap-2.5">
        <Button tone="main" cap="Enter" onClick={draft} disabled={start.isPending}>
          Draft the batch
        </Button>
        <Keep course={course} brief={brief} />
      </div>
      {on.length === 1 && <Draws course={course} topic={on[0]!} topics={about.topics} />}
      <Kept course={course} load={load} />
      {bears.error ? <Failing error={bears.error} again={() => void bears.refetch()} /> : bears.data ? <Bearing rows={bears.data} /> : <Waiting what="what the sources can bear" />}
    </Page>
  );
}

function Page({ children, margin }: { children: React.ReactNode; margin: React.ReactNode }) {
  return (
    <div className="flex flex-1 flex-col pt-5">
      <Sheet label="Batches" margin={margin}>
        {children}
      </Sheet>
    </div>
  );
}

interface Share {
  held: number;
  can: number;
  many: boolean;
}

function Bearing({ rows }: { rows: { topic_id?: string; title: string; easy: Share; medium: Share; hard: Share }[] }) {
  return (
    <table className="w-full table-fixed border-collapse text-[13.5px]">
      <caption className="label pb-2 text-left">What the sources can bear</caption>
      <thead>
        <tr className="text-ink-2">
          <th scope="col" className="w-[34%] py-2 text-left font-normal sm:w-[38%]">
            Topic
          </th>
          {levels.map((l) => (
            <th key={l} scope="col" className="num py-2 text-right font-normal">
              {l}
            </th>
          ))}
          <th className="w-10 sm:w-14">
            <span className="sr-only">Remark</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => {
          const thin = levels.some((l) => r[l].can === 0);
          return (
            <tr key={r.topic_id ?? ""} className="border-t border-line">
              <th scope="row" className="py-2 pr-3 text-left font-normal wrap-anywhere">
                {r.title}
              </th>
              {levels.map((l) => (
                <td key={l} className={`num py-2 pl-2 text-right sm:whitespace-nowrap ${r[l].can === 0 ? "text-fault" : ""}`}>
                  {r[l].held} of {r[l].many ? `${r[l].can}+` : r[l].can}
                </td>
              ))}
              <td className="py-2 pl-2 text-right text-fault">{thin ? "thin" : ""}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
