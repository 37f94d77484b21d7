import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate, useOutletContext, useParams } from "react-router";
import { api, sound, take, type DrillItem, type DrillRun, type Given } from "../../api/client";
import * as queries from "../../api/queries";
import { ChallengeKey } from "./challenge";
import { Points } from "./points";
import { ToCard } from "./tocard";
import { GoOn } from "../draft/more";
import { Note, Quote } from "../../marginalia/note";
import { answered as some, roomOf } from "../../kinds";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Mark, markOf } from "../../parts/mark";
import { WorkedLine, plainly } from "../../parts/prose";
import { Sheet } from "../../parts/sheet";
import { Failing, Trouble, Waiting } from "../../parts/state";
import { capital, clock, counted } from "../../parts/words";

/** DrillRunPage is one place of a drill; without a place it leads to the first open one. */
export function DrillRunPage() {
  const course = useOutletContext<string>();
  const { drill: id = "", position } = useParams();
  const go = useNavigate();
  const { data: run, error, refetch } = useQuery(queries.drill(course, id));
  const at = Number(position);
  useEffect(() => {
    document.title = "Drill · Zinc Owl";
    if (run && position === undefined) void go(`/courses/${course}/drill/${id}/${run.next || 1}`, { replace: true });
  }, [course, go, id, position, run]);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!run || position === undefined) return <Waiting what="the drill" />;
  if (at > run.total) return <Finished course={course} run={run} />;
  return <At key={at} course={course} run={run} position={at} />;
}

function At({ course, run, position }: { course: string; run: DrillRun; position: number }) {
  const client = useQueryClient();
  const go = useNavigate();
  const query = queries.drillItem(course, run.id, position);
  const { data: item, error, refetch } = useQuery(query);
  const [open, setOpen] = useOpen(`${run.id}/${position}`);
  const { given, seconds } = open;
  const setGiven = (g: Given) => setOpen((o) => ({ ...o, given: g }));
  const answered = item?.feedback !== undefined;
  useEffect(() => {
    if (answered) return;
    const tick = window.setInterval(() => setOpen((o) => ({ ...o, seconds: o.seconds + 1 })), 1000);
    return () => window.clearInterval(tick);
  }, [answered, setOpen]);

  const send = useMutation({
    mutationFn: (confidence: "sure" | "hunch" | "no idea") =>
      take(
        api.POST("/api/courses/{course}/drills/{drill}/places/{position}", {
          params: { path: { course, drill: run.id, position } },
          body: { id: open.id, given: confidence === "no idea" ? {} : given, confidence, seconds },
        }),
      ),
    onSuccess: async (marked) => {
      sessionStorage.removeItem(`open answer ${run.id}/${position}`);
      client.setQueryData(query.queryKey, marked);
      await client.invalidateQueries({ queryKey: ["course", course, "drill", run.id] });
    },
  });
  const something = some(given);
  const answer = (confidence: "sure" | "hunch" | "no idea") => {
    if (!answered && !send.isPending && (something || confidence === "no idea")) send.mutate(confidence);
  };
  const room = item && roomOf(item.kind);
  const next = () => void go(`/courses/${course}/drill/${run.id}/${position + 1}`);
  useKeys(
    !item
      ? []
      : item.feedback
        ? [
            { key: " ", does: "Next", press: next },
            { key: "Enter", does: "Next", press: next },
            position > 1 && { key: "k", does: "The one before", press: () => void go(`/courses/${course}/drill/${run.id}/${position - 1}`) },
          ]
        : [
            ...(room?.keys?.({ item, given, change: setGiven }) ?? []),
            { key: "Enter", ctrl: room?.long, does: "Answer, sure", press: () => answer("sure"), inField: true },
            { key: "h", does: "Answer, a hunch", press: () => answer("hunch") },
            { key: "0", does: "No idea", press: () => answer("no idea") },
          ],
  );
  const { Ask, Outcome } = room ?? roomOf("choice");
  return (
    <>
      <Track course={course} run={run} position={position} aside={answered ? "" : `${clock(seconds)} on this one`} />
      <Sheet label="Margin" margin={item?.feedback ? <Margin course={course} drill={run.id} item={item} /> : <Before item={item} />}>
        {error ? (
          <Failing error={error} again={() => void refetch()} />
        ) : !item ? (
          <Waiting what="the question" />
        ) : (
          <>
            <h1 className="sr-only">
              Question {position} of {run.total}
            </h1>
            {item.feedback ? <Outcome item={item} /> : <Ask item={item} given={given} change={setGiven} />}
            <Trouble error={send.error} />
            <div className="mt-[22px] flex flex-wrap gap-2.5">
              {item.feedback ? (
                <Button tone="main" cap=" " onClick={next} autoFocus>
                  Next
                </Button>
              ) : (
                <>
                  <Button tone="main" cap={room?.long ? "Ctrl Enter" : "Enter"} onClick={() => answer("sure")} disabled={!something || send.isPending}>
                    Answer, sure
                  </Button>
                  <Button tone="second" cap="h" onClick={() => answer("hunch")} disabled={!something || send.isPending}>
                    Answer, a hunch
                  </Button>
                  <Button cap="0" onClick={() => answer("no idea")} disabled={send.isPending}>
                    No idea
                  </Button>
                </>
              )}
            </div>
          </>
        )}
      </Sheet>
    </>
  );
}

/** An answer that is not sent yet: what is chosen or typed, for how long, and the id it will have. */
interface Open {
  id: string;
  given: Given;
  seconds: number;
}

/** useOpen keeps an unsent answer over a reload; the id is the same for every try at sending. */
function useOpen(place: string) {
  const key = `open answer ${place}`;
  const [open, setOpen] = useState<Open>(() => {
    const kept = sessionStorage.getItem(key);
    return kept ? (JSON.parse(kept) as Open) : { id: crypto.randomUUID(), given: {}, seconds: 0 };
  });
  useEffect(() => sessionStorage.setItem(key, JSON.stringify(open)), [key, open]);
  return [open, setOpen] as const;
}

/** Track shows how each place went, and where this one is. */
function Track({ course, run, position, aside }: { course: string; run: DrillRun; position: number; aside: string }) {
  return (
    <div className="mx-auto flex min-h-[52px] w-full max-w-[1380px] flex-wrap items-center gap-x-3.5 gap-y-1 px-5 py-2 desk:pr-6 desk:pl-[76px]">
      <ol className="flex flex-wrap items-center gap-[7px]" aria-label="Places">
        {run.places.map((p) => (
          <li key={p.position} className="flex">
            {p.position === position ? (
              <span className="h-1.5 w-[26px] rounded-full bg-eye" aria-current="step">
                <span className="sr-only">{p.position}, here</span>
              </span>
            ) : !p.answered ? (
              <Mark verdict="unproven" label={`${p.position}, open`} />
            ) : (
              <Link to={`/courses/${course}/drill/${run.id}/${p.position}`} className="flex" aria-label={`${p.position}, ${p.percent === undefined ? "not marked" : p.percent === 100 ? "right" : p.percent > 0 ? "half right" : "wrong"}: read it again`}>
                <Mark verdict={p.percent === undefined ? "held" : markOf(p.percent)} label="" />
              </Link>
            )}
          </li>
        ))}
      </ol>
      <span className="text-[13px] text-ink-2">{run.label}</span>
      <span className="num ml-auto text-[13px] text-ink-2">{aside}</span>
    </div>
  );
}

function Before({ item }: { item: DrillItem | undefined }) {
  if (!item) return null;
  return (
    <>
      <Note title={item.topic || "In no topic"}>{capital(item.level)}</Note>
      {(item.of ?? 0) > 1 && (
        <Note title={`${item.nth} of ${item.of} in a row`}>They are asked about the same {item.about?.kind ?? "text"}.</Note>
      )}
      {!sound(item.verdict) && (
        <Note tone="eye" title={<><Mark verdict={item.verdict} label="" /> {capital(item.verdict)}</>}>
          You kept this question yourself. It never moves your estimates.
        </Note>
      )}
      <Note title="Nothing is shown before the answer">Choose or type, then say whether you are sure or it is a hunch.</Note>
    </>
  );
}

/** Margin is what is known about the answer: why, which slip, the steps, the evidence. */
function Margin({ course, drill, item }: { course: string; drill: string; item: DrillItem }) {
  const f = item.feedback!;
  const right = f.percent === 100;
  const chosen = f.given.options?.[0];
  const why = (id: string | undefined) => f.whys.find((w) => w.id === id)?.why;
  return (
    <>
      <div role="status">
        {f.unmarked ? (
          <Note tone="eye" title="Not marked">
            {f.says}
          </Note>
        ) : f.points.length > 0 && f.confidence !== "no idea" ? (
          <Points course={course} drill={drill} item={item} />
        ) : right ? (
          <Note tone="sound" title={<><Mark verdict="cleared" label="" /> {f.confidence === "hunch" ? "Right, by a hunch" : "Right"}</>}>
            {why(f.key.options?.[0])}
          </Note>
        ) : f.percent > 0 ? (
          <Note tone="eye" title={<><Mark verdict="held" label="" /> Right in part</>}>
            {f.says}
          </Note>
        ) : f.slip ? (
          <Note tone="fault" title={`The slip: ${f.slip.name}`}>
            {f.slip.why} {f.slip.made > 1 && `You have made this slip ${f.slip.made} times.`}
          </Note>
        ) : (
          <Note tone="fault" title={<><Mark verdict={markOf(f.percent)} label="" /> {f.confidence === "no idea" ? "No idea" : f.confidence === "sure" ? "Wrong, though you were sure" : "Wrong"}</>}>
            {why(chosen) ?? f.says}
          </Note>
        )}
        {f.worked.length > 0 && (
          <Note title="Worked">
            {f.worked.map((w) => (
              <WorkedLine key={w} text={w} />
            ))}
          </Note>
        )}
        {f.evidence.map((e, i) => (
          <Note key={i} tone="cite" title="Evidence">
            <Quote course={course} evidence={e} />
          </Note>
        ))}
        {!sound(item.verdict) && (
          <Note tone="eye" title="Kept by you">
            It is {item.verdict}, so this answer moves no estimate.
          </Note>
        )}
      </div>
      <ChallengeKey key={f.question} course={course} drill={drill} position={item.position} item={item} />
      <ToCard key={`card ${f.question}`} course={course} drill={drill} position={item.position} />
      <GoOn key={`on ${f.question}`} course={course} question={f.question} level={item.level} numbers={f.worked.length > 0} />
    </>
  );
}

function Finished({ course, run }: { course: string; run: DrillRun }) {
  const go = useNavigate();
  const missed = run.places.filter((p) => p.percent !== undefined && p.percent < 100);
  const open = run.places.filter((p) => !p.answered);
  const on = () => void go(open[0] ? `/courses/${course}/drill/${run.id}/${open[0].position}` : `/courses/${course}/gaps`);
  useKeys([{ key: " ", does: open[0] ? "Go on with the drill" : "See the gaps", press: on }]);
  return (
    <>
      <Track course={course} run={run} position={0} aside="" />
      <Sheet
        label="What to do next"
        margin={
          <Note tone="eye" title="What next">
            {open.length > 0 ? `${counted(open.length, "question")} of this drill ${open.length === 1 ? "is" : "are"} still open.` : "See where the marks are now; one press there drills the topic that costs most."}
          </Note>
        }
      >
        <h1 className="say">
          <b className="num">
            {run.right} of {run.answered - run.unmarked}
          </b>{" "}
          right{run.unmarked > 0 ? `, ${run.unmarked} not marked` : ""}
          {open.length > 0 ? `, ${open.length} open` : ""}.
        </h1>
        <div className="mt-5 flex flex-wrap gap-2.5">
          <Button tone="main" cap=" " onClick={on} autoFocus>
            {open[0] ? "Go on" : "See the gaps"}
          </Button>
          <Button onClick={() => void go(`/courses/${course}/drill`)}>Another drill</Button>
        </div>
        {missed.length > 0 && (
          <section className="mt-8">
            <h2 className="label mb-2">Read again what was missed</h2>
            <ul>
              {missed.map((p) => (
                <Missed key={p.position} course={course} drill={run.id} position={p.position} />
              ))}
            </ul>
          </section>
        )}
      </Sheet>
    </>
  );
}

function Missed({ course, drill, position }: { course: string; drill: string; position: number }) {
  const { data } = useQuery(queries.drillItem(course, drill, position));
  return (
    <li className="border-t border-line last:border-b">
      <Link to={`/courses/${course}/drill/${drill}/${position}`} className="grid grid-cols-[20px_1fr] gap-2 px-1 py-2.5 hover:bg-eye-wash">
        <span className="pt-0.5">
          <Mark verdict={markOf(data?.feedback?.percent ?? 0)} />
        </span>
        <span className="font-read">
          {data ? plainly(data.stem.replace(/<<\d+>>/g, "…")) : "…"} <span className="font-ui text-[13px] text-ink-2">{data?.feedback?.slip?.name}</span>
        </span>
      </Link>
    </li>
  );
}
