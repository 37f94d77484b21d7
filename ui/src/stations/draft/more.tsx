import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, take, type Brief, type Level } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Trouble } from "../../parts/state";
import { counted } from "../../parts/words";

type Turn = NonNullable<Brief["turn"]>;

const turns: { turn: Turn; says: string; count: number; not?: Level; numbers?: true }[] = [
  { turn: "again", says: "Another take", count: 1 },
  { turn: "harder", says: "One harder", count: 1, not: "hard" },
  { turn: "easier", says: "One easier", count: 1, not: "easy" },
  { turn: "elsewhere", says: "In another setting", count: 1, numbers: true },
  { turn: "more", says: "Three more", count: 3 },
];

/** GoOn drafts what goes on from a question: the same once more, a level up or down, told elsewhere where it has numbers, or more of the sort. */
export function GoOn({ course, question, level, numbers }: { course: string; question: string; level: Level; numbers: boolean }) {
  const [asked, setAsked] = useState<string[]>([]);
  const start = useMutation({
    mutationFn: async ({ turn, count }: { turn: Turn; count: number }) => {
      const batch = crypto.randomUUID();
      await take(api.PUT("/api/courses/{course}/batches/{batch}", { params: { path: { course, batch } }, body: { count, like: question, turn } }));
      return batch;
    },
    onSuccess: (batch) => setAsked((all) => [...all, batch]),
  });
  return (
    <Note title="Go on from this one">
      <div className="mt-1.5 flex flex-wrap gap-2">
        {turns
          .filter((t) => t.not !== level && (numbers || t.numbers === undefined))
          .map((t) => (
            <Button key={t.turn} small onClick={() => start.mutate(t)} disabled={start.isPending}>
              {t.says}
            </Button>
          ))}
      </div>
      <Trouble error={start.error} />
      <div aria-live="polite">
        {asked.map((batch) => (
          <Came key={batch} course={course} batch={batch} />
        ))}
      </div>
    </Note>
  );
}

/** Came says what came of a batch that was asked for here. */
function Came({ course, batch }: { course: string; batch: string }) {
  const { data: b } = useQuery(queries.batch(course, batch));
  if (!b || b.state === "queued" || b.state === "running") return <p className="mt-2 text-ink-2">Being drafted …</p>;
  if (b.drafted === 0) return <p className="mt-2 text-ink-2">{b.declined[0]?.why ?? b.failure ?? "Nothing came of it."}</p>;
  return (
    <p className="mt-2">
      {counted(b.drafted, "question")} more in the bank, unseen.{" "}
      <Link className="link" to={`/courses/${course}/drill`}>
        Drill
      </Link>
    </p>
  );
}
