import type { Challenge } from "../api/client";
import { Mark } from "../parts/mark";
import { capital } from "../parts/words";
import { Note, Quote, type Tone } from "./note";

const tones: Record<Challenge["outcome"], Tone> = { upheld: "sound", "turned down": "fault", withdrawn: "eye" };
const marks = { upheld: "cleared", "turned down": "faulted", withdrawn: "held" } as const;
const titles: Record<Challenge["outcome"], string> = { upheld: "Upheld: the key was wrong", "turned down": "Turned down: the key stands", withdrawn: "Left to a person" };

/** Ruling is what became of a challenge, with what it rests on. */
export function Ruling({ course, challenge: c }: { course: string; challenge: Challenge }) {
  return (
    <Note tone={tones[c.outcome]} title={<><Mark verdict={marks[c.outcome]} label="" /> {titles[c.outcome]}</>}>
      {c.fails_at && <p className="num border-l-2 border-fault pl-2 text-[14px] wrap-anywhere">{c.fails_at}</p>}
      <p className="wrap-anywhere">{capital(c.says)}</p>
      {c.outcome === "upheld" && <p className="mt-1">The key is corrected, and all answers to it are marked again.</p>}
      {c.evidence.slice(0, 2).map((e, i) => (
        <div key={i} className="mt-2">
          <Quote course={course} evidence={e} />
        </div>
      ))}
    </Note>
  );
}
