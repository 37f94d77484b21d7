import { useState } from "react";
import type { AboutSource, Reading } from "../../api/client";
import { Button } from "../../parts/button";
import { Part } from "../../parts/part";
import { onDay } from "../../parts/words";

const standings = [
  { value: "rules", says: "rules in force", aside: "counts most" },
  { value: "textbook", says: "a textbook", aside: "" },
  { value: "notes", says: "notes", aside: "" },
  { value: "talk", says: "a talk", aside: "counts least" },
] as const;

/** Counts says how much a source's word counts and when it was written; both open in place. Where sources disagree the higher, then the newer, wins. */
export function Counts({ source, canChange, change }: { source: Reading; canChange: boolean; change: (about: AboutSource) => void }) {
  const about: AboutSource = { title: source.title, standing: source.standing, dated: source.dated };
  const standing = standings.find((s) => s.value === source.standing)!.says;
  const dated = source.dated ? onDay(source.dated) : "not dated";
  if (!canChange) return <>{`It counts as ${standing}, ${dated}. `}</>;
  return (
    <span className="text-ink">
      It counts as{" "}
      <Part says={standing} label="What it counts as">
        <fieldset>
          <legend className="sr-only">What it counts as; where sources disagree the higher wins, then the newer</legend>
          {standings.map((s) => (
            <label key={s.value} className="flex cursor-pointer items-baseline gap-3 border-t border-line py-2 first:border-t-0">
              <input type="radio" name="standing" className="accent-(--eye)" defaultChecked={s.value === source.standing} onChange={() => change({ ...about, standing: s.value })} />
              <span className="flex-1">{s.says}</span>
              <span className="text-ink-2">{s.aside}</span>
            </label>
          ))}
        </fieldset>
      </Part>
      ,{" "}
      <Part says={dated} label="When it was written">
        <Dated value={source.dated} change={(dated) => change({ ...about, dated })} />
      </Part>
      .{" "}
    </span>
  );
}

function Dated({ value, change }: { value: string; change: (date: string) => void }) {
  const [date, setDate] = useState(value);
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        change(date);
      }}
    >
      <label className="label flex-1">
        Date; empty where it is not known
        <input type="date" className="field num" value={date} onChange={(e) => setDate(e.target.value)} />
      </label>
      <Button small type="submit">
        Set it
      </Button>
    </form>
  );
}
