import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate, useOutletContext } from "react-router";
import { api, take, type Ask, type Drill, type Level } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Amount, Choices, One, Part } from "../../parts/part";
import { Sheet } from "../../parts/sheet";
import { Failing, Nothing, Trouble, Waiting } from "../../parts/state";
import { atMoment, capital, counted, levels, listed } from "../../parts/words";

/** useStartDrill asks for a drill and goes to its first place. */
export function useStartDrill(course: string) {
  const client = useQueryClient();
  const go = useNavigate();
  return useMutation({
    mutationFn: (body: Ask) => take(api.PUT("/api/courses/{course}/drills/{drill}", { params: { path: { course, drill: crypto.randomUUID() } }, body })),
    onSuccess: (run) => {
      client.setQueryData(queries.drill(course, run.id).queryKey, run);
      void go(`/courses/${course}/drill/${run.id}`);
    },
  });
}

/** DrillStation asks for a drill in a sentence and keeps those of the past. */
export function DrillStation() {
  const course = useOutletContext<string>();
  const go = useNavigate();
  const about = useQuery(queries.course(course)).data;
  const past = useQuery(queries.drills(course));
  const [count, setCount] = useState(15);
  const [on, setOn] = useState<string[]>([]);
  const [of, setOf] = useState<Level[]>([]);
  const [kept, setKept] = useState<"kept"[]>([]);
  const [which, setWhich] = useState<"" | "new" | "missed">("");
  const start = useStartDrill(course);
  const begin = () => {
    if (start.isPending) return;
    start.mutate({ count, ...(on.length > 0 ? { topics: on } : {}), ...(of.length > 0 ? { levels: of } : {}), ...(kept.length > 0 ? { kept: true } : {}), ...(which !== "" ? { which } : {}) });
  };
  const ready = (about?.counts.ready ?? 0) > 0;
  useKeys([(ready || kept.length > 0) && { key: "Enter", does: "Start the drill", press: begin }]);
  useEffect(() => {
    document.title = "Drill · Zinc Owl";
  }, []);
  if (!about) return <Waiting what="the bank" />;
  const open = past.data?.find((d) => d.finished_at === undefined);
  return (
    <div className="flex flex-1 flex-col pt-5">
      <Sheet label="About drills" margin={<About about={about.counts.ready} open={open} course={course} mayEdit={about.role !== "candidate"} />}>
        {!ready && kept.length === 0 && past.data?.length === 0 ? (
          <Nothing title="No question is ready">
            <p>{about.counts.sources === 0 ? "Bring your notes first; questions are drafted from them." : "Draft a batch; what the proof clears is ready at once."}</p>
            <Button tone="main" onClick={() => void go(`/courses/${course}/${about.counts.sources === 0 ? "sources" : "draft"}`)}>
              Go to {about.counts.sources === 0 ? "Sources" : "Draft"}
            </Button>
          </Nothing>
        ) : (
          <>
            <h1 className="sr-only">Drill</h1>
            <div className="say">
              Ask me{" "}
              <Part label="How many" says={counted(count, "question")}>
                <Amount value={count} change={setCount} min={1} max={100} step={5} unit="Questions" />
              </Part>{" "}
              on{" "}
              <Part label="On which topics" says={on.length === 0 ? "what costs me most" : listed(about.topics.filter((t) => on.includes(t.id ?? "")).map((t) => t.title))}>
                <Choices all={about.topics.map((t) => ({ value: t.id ?? "", says: t.title }))} chosen={on} change={setOn} none="What costs me most" />
              </Part>
              ,{" "}
              <Part label="Of which levels" says={of.length === 0 ? "any level" : listed(levels.filter((l) => of.includes(l)))}>
                <Choices all={levels.map((l) => ({ value: l, says: capital(l) }))} chosen={of} change={setOf} none="Any level" />
              </Part>
              ,{" "}
              <Part label="Which of them" says={whiches.find((w) => w.value === which)!.says}>
                <One name="Which of them" all={whiches} chosen={which} change={setWhich} />
              </Part>
              ,{" "}
              <Part label="Of which standing" says={kept.length === 0 ? "cleared ones only" : "and those I kept myself"}>
                <Choices all={[{ value: "kept", says: "And those I kept myself" }]} chosen={kept} change={setKept} none="Cleared ones only" />
              </Part>
              .
            </div>
            <Trouble error={start.error} />
            <div className="mt-[26px] mb-[34px]">
              <Button tone="main" cap="Enter" onClick={begin} disabled={start.isPending || (!ready && kept.length === 0)}>
                Start the drill
              </Button>
            </div>
            <h2 className="label mb-2">Drills so far</h2>
            {past.error ? <Failing error={past.error} again={() => void past.refetch()} /> : !past.data ? <Waiting what="past drills" /> : <Past course={course} drills={past.data} />}
          </>
        )}
      </Sheet>
    </div>
  );
}

const whiches = [
  { value: "", says: "missed and new ones first" },
  { value: "missed", says: "only what I missed" },
  { value: "new", says: "only new ones" },
] as const;

function About({ about, open, course, mayEdit }: { about: number; open: Drill | undefined; course: string; mayEdit: boolean }) {
  return (
    <>
      {open && (
        <Note tone="eye" title="A drill is open">
          {open.label}: {open.answered} of {open.total} answered.
          <p className="mt-2">
            <Link className="link" to={`/courses/${course}/drill/${open.id}`}>
              Go on with it
            </Link>
          </p>
        </Note>
      )}
      <Told course={course} />
      <Deck course={course} />
      <Note title={`${counted(about, "question")} ready`}>
        Weak topics get the most places, by the marks at stake. What was missed or is new comes before what was right.
        {mayEdit && (
          <p className="mt-2">
            <Link className="link" to={`/courses/${course}/proof/bank`}>
              Look through the bank
            </Link>
          </p>
        )}
      </Note>
      <Note title="Sure or a hunch">A key only chooses. Say how sure you are when you send: it shows later what you know and what you guess.</Note>
    </>
  );
}

/** Told says what happened to questions that one has answered, until it is put away. */
function Told({ course }: { course: string }) {
  const client = useQueryClient();
  const { data } = useQuery(queries.notices(course));
  const latest = data?.[0];
  const away = useMutation({
    mutationFn: (until: string) => take(api.POST("/api/courses/{course}/notices/seen", { params: { path: { course } }, body: { until } })),
    onSuccess: () => client.invalidateQueries({ queryKey: queries.notices(course).queryKey }),
  });
  if (!data || !latest) return null;
  return (
    <Note tone="eye" title={data.length === 1 ? "A key was corrected" : `${data.length} keys were corrected`}>
      {data.slice(0, 3).map((n) => (
        <p key={n.question + n.at} className="mt-1">
          “{n.stem}” {n.says}
        </p>
      ))}
      <p className="mt-2">
        <Button small onClick={() => away.mutate(latest.at)} disabled={away.isPending}>
          I have read it
        </Button>
      </p>
    </Note>
  );
}

/** Deck leads to the cards, where there are any. */
function Deck({ course }: { course: string }) {
  const { data } = useQuery(queries.cards(course));
  if (!data || data.cards.length === 0) return null;
  return (
    <Note tone={data.due > 0 ? "eye" : "plain"} title={data.due > 0 ? `${counted(data.due, "card")} due today` : counted(data.cards.length, "card")}>
      {data.fresh > 0 && <p>{data.fresh} never looked at.</p>}
      <Link className="link" to={`/courses/${course}/drill/cards`}>
        Look at the cards
      </Link>
    </Note>
  );
}

function Past({ course, drills }: { course: string; drills: Drill[] }) {
  if (drills.length === 0) return <p className="border-t border-line py-3 text-ink-2">None yet; they can be read again here.</p>;
  return (
    <ul>
      {drills.map((d) => (
        <li key={d.id} className="border-t border-line last:border-b">
          <Link to={`/courses/${course}/drill/${d.id}${d.finished_at ? "/1" : ""}`} className="grid grid-cols-[1fr_auto] gap-x-5 px-1 py-2.5 hover:bg-eye-wash sm:grid-cols-[12rem_1fr_auto]">
            <span className="text-ink-2 sm:col-start-1 sm:row-start-1">{atMoment(d.created_at)}</span>
            <span className="col-span-2 row-start-2 sm:col-span-1 sm:col-start-2 sm:row-start-1">{d.label}</span>
            <span className="num text-right">{d.finished_at ? `${d.right} of ${d.total} right` : `${d.answered} of ${d.total}, open`}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
