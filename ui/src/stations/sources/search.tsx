import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { Link, useNavigate } from "react-router";
import type { Hit } from "../../api/client";
import * as queries from "../../api/queries";
import { Button, Cap } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Trouble } from "../../parts/state";
import { counted, placed } from "../../parts/words";
import { SourcesSay } from "./says";

/** How long the typing rests before the server is asked, in milliseconds. */
const rest = 150;

/** SearchAll finds words in every source of a course; while something is sought its hits stand where the list of sources stood. */
export function SearchAll({ course, searching }: { course: string; searching: (on: boolean) => void }) {
  const go = useNavigate();
  const [typed, setTyped] = useState("");
  const [words, setWords] = useState("");
  const [statement, setStatement] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const timer = window.setTimeout(() => setWords(typed.trim()), rest);
    searching(typed.trim().length > 1);
    return () => window.clearTimeout(timer);
  }, [searching, typed]);
  const asked = words.length > 1;
  const { data, error, isPlaceholderData } = useQuery({ ...queries.search(course, words), enabled: asked, placeholderData: keepPreviousData });
  useKeys([{ key: "/", does: "Find words in all sources", press: () => field.current?.focus() }]);
  const links = () => [...(box.current?.querySelectorAll<HTMLAnchorElement>("a") ?? [])];
  /** The arrow keys go from the field to the hits, through them, and back. */
  const move = (e: KeyboardEvent) => {
    if (e.key === "Escape") {
      setTyped("");
      setStatement("");
      field.current?.focus();
    }
    if (e.key !== "ArrowDown" && e.key !== "ArrowUp") return;
    e.preventDefault();
    const all = links();
    const to = all.indexOf(document.activeElement as HTMLAnchorElement) + (e.key === "ArrowDown" ? 1 : -1);
    if (to < 0) field.current?.focus();
    else all[to]?.focus();
  };
  return (
    <div className="mb-3 pr-3.5" onKeyDown={move}>
      <form
        role="search"
        aria-label="All sources"
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          const first = data?.[0];
          if (first && asked) void go(hitAt(course, first));
        }}
      >
        <label className="label min-w-0 flex-1" htmlFor="find-all">
          Find in all sources
          <input id="find-all" ref={field} className="field py-1! text-sm!" value={typed} maxLength={300} autoComplete="off" onChange={(e) => setTyped(e.target.value)} />
        </label>
        <Cap name="/" apart />
      </form>
      {asked && typed.trim().length > 1 && (
        <div ref={box} className="mt-2">
          <Trouble error={error} />
          {words.split(/\s+/).length >= 4 && statement !== words && (
            <Button small onClick={() => setStatement(words)}>
              What do they say of this?
            </Button>
          )}
          {statement === words && <SourcesSay course={course} statement={statement} />}
          <p role="status" className="mt-2 text-[12.5px] text-ink-2">
            {data ? found(data.length) : error ? "" : "Looking …"}
          </p>
          <ul className={isPlaceholderData ? "opacity-60" : ""}>
            {data?.map((h) => (
              <li key={h.source_id + h.passage} className="border-t border-line">
                <Link to={hitAt(course, h)} className="block py-2 hover:bg-paper/60">
                  <b className="block text-[13px] leading-tight wrap-anywhere">{placed(h.title, h.locator)}</b>
                  <span className="font-read text-[13.5px] leading-snug wrap-anywhere">
                    {h.excerpt.map((part, i) => (part.sought ? <mark key={i} className="hl">{part.text}</mark> : part.text))}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

const hitAt = (course: string, h: Hit) => `/courses/${course}/sources/${h.source_id}#${h.passage}`;

/** The server gives at most so many. */
const most = 40;

const found = (n: number) => (n === 0 ? "No source says it." : n === most ? `The best ${most} passages` : counted(n, "passage"));
