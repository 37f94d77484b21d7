import type { Given } from "../api/client";
import { Button } from "../parts/button";
import { Gap, Stem } from "../parts/blanks";
import { Frame, TypedOutcome } from "./frame";
import type { Room } from "./room";

function Blank({ n, given, change }: { n: number; given: Given; change: (g: Given) => void }) {
  const all = given.blanks ?? [];
  return (
    <input
      className="mx-1 w-48 border-0 border-b-2 border-eye bg-eye-wash px-2 font-read"
      aria-label={`Blank ${n}`}
      value={all[n - 1] ?? ""}
      autoFocus={n === 1}
      autoComplete="off"
      spellCheck={false}
      onChange={(e) => {
        const next = [...all];
        while (next.length < n) next.push("");
        next[n - 1] = e.target.value;
        change({ blanks: next });
      }}
    />
  );
}

/** blanks asks for the words that are left out of its stem. */
export const blanks: Room = {
  name: "Blank",
  Ask: ({ item, given, change }) => (
    <Frame
      of={item}
      stem={
        <p className="read leading-loose!">
          <Stem text={item.stem} blank={(n) => <Blank n={n} given={given} change={change} />} />
        </p>
      }
    />
  ),
  Outcome: ({ item }) => {
    const given = item.feedback!.given;
    return (
      <Frame
        of={item}
        stem={
          <p className="read leading-loose!">
            <Stem text={item.stem} blank={(n) => <Gap>{given.blanks?.[n - 1] || given.text || " "}</Gap>} />
          </p>
        }
      >
        <TypedOutcome item={item} typed={given.text || given.blanks?.join(", ") || ""} />
      </Frame>
    );
  },
  Shown: ({ question: q }) => (
    <Frame
      of={q}
      stem={
        <p className="read whitespace-pre-line">
          <Stem text={q.stem} blank={(n) => <Gap>{q.revealed?.question.key.blanks?.[n - 1]?.[0]}</Gap>} />
        </p>
      }
    />
  ),
  fresh: { key: { blanks: [[""]] } },
  Edit: ({ draft: { key }, change }) => (
    <>
      {(key.blanks ?? []).map((accepted, i) => (
        <label key={i} className="label">
          Blank {i + 1}; several answers are parted by |
          <input className="field" value={accepted.join(" | ")} onChange={(e) => change({ key: { blanks: (key.blanks ?? []).map((b, j) => (i === j ? parted(e.target.value) : b)) } })} required />
        </label>
      ))}
      <p>
        <Button small onClick={() => change({ key: { blanks: [...(key.blanks ?? []), [""]] } })}>
          Another blank
        </Button>
      </p>
    </>
  ),
  stemHint: "A blank stands as <<1>>, <<2>> and so on.",
};

/** parted are the answers of a blank as they are typed; spaces at the ends stay until they are sent. */
const parted = (text: string) => text.split("|").map((s, i) => (i === 0 ? s : s.replace(/^ /, "")));
