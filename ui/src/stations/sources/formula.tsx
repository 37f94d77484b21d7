import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { Link, useNavigate, useOutletContext } from "react-router";
import { api, take, type Formula } from "../../api/client";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Inline, Maths } from "../../parts/maths";
import { Sheet } from "../../parts/sheet";
import { Trouble } from "../../parts/state";
import { capital } from "../../parts/words";
import { Arriving, under, useArrivals } from "./arrivals";

const like = "V = πr²h, where V is the volume in m³, r is the radius in m and h is the water depth in m";

/** FormulaPage takes a formula as it is typed, shows beside it how it is understood and what it bears, and keeps it as a source. */
export function FormulaPage() {
  const course = useOutletContext<string>();
  const client = useQueryClient();
  const go = useNavigate();
  const box = useRef<HTMLTextAreaElement>(null);
  const [text, setText] = useState("");
  const [arrival, setArrival] = useState(() => crypto.randomUUID());
  const typed = useDeferredValue(text.trim());
  useEffect(() => {
    document.title = "A formula · Zinc Owl";
  }, []);

  const { data, error } = useQuery({
    queryKey: ["formula", course, typed],
    queryFn: () => take(api.POST("/api/courses/{course}/formulas", { params: { path: { course } }, body: { text: typed } })),
    enabled: typed !== "",
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const read = typed === "" ? undefined : data;
  const sound = read !== undefined && !read.says && !read.units;
  const keep = useMutation({
    mutationFn: () => take(api.PUT("/api/courses/{course}/arrivals/{arrival}/formula", { params: { path: { course, arrival } }, body: { text: text.trim() } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course, "arrivals"] }),
  });
  const kept = useArrivals(course).find((a) => keep.isSuccess && a.id === arrival);
  const source = kept?.state === "read" ? kept.source_id : undefined;
  useEffect(() => {
    if (source !== undefined) void go(`/courses/${course}/draft?source=${source}`);
  }, [source, course, go]);
  const insert = (sign: string) => {
    const at = box.current;
    if (!at) return;
    at.setRangeText(sign, at.selectionStart, at.selectionEnd, "end");
    setText(at.value);
    at.focus();
  };
  const busy = keep.isPending || (kept !== undefined && under(kept));
  return (
    <div className="flex flex-1 flex-col pt-5">
      <Sheet label="How the formula is understood" margin={<Understood formula={read} />}>
        <form
          className="max-w-2xl"
          onSubmit={(e) => {
            e.preventDefault();
            if (sound && !busy) keep.mutate();
          }}
        >
          <h1 className="title">A formula</h1>
          <p className="mt-1 mb-5 max-w-prose text-ink-2">Type one formula, and after “where” what each letter stands for and is measured in. A constant is given with its value: “g is 9.81 m/s²”.</p>
          <label className="label mb-1 block" htmlFor="formula">
            The formula with its list
          </label>
          <textarea
            id="formula"
            ref={box}
            rows={5}
            className="field font-read text-[18px]! leading-relaxed!"
            value={text}
            maxLength={800}
            placeholder={like}
            spellCheck={false}
            autoFocus
            aria-describedby="formula-missing"
            onChange={(e) => {
              setText(e.target.value);
              if (!keep.isIdle) {
                keep.reset();
                setArrival(crypto.randomUUID());
              }
            }}
            onKeyDown={(e) => {
              if (e.key === "Enter" && !e.shiftKey && !e.nativeEvent.isComposing) {
                e.preventDefault();
                e.currentTarget.form?.requestSubmit();
              }
            }}
          />
          <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Signs">
            {["π", "√(", "²", "³", "·", "×", "÷", "½", "Δ", "°C", "m³", "log("].map((sign) => (
              <button key={sign} type="button" className="rounded-sm border border-line px-2 py-0.5 font-read hover:bg-margin" aria-label={`Put in ${sign}`} onClick={() => insert(sign)}>
                {sign.replace("(", "")}
              </button>
            ))}
          </div>
          <p id="formula-missing" aria-live="polite" className="mt-3 min-h-6 text-fault">
            {read?.says ?? (read?.units ? `${capital(read.units)}.` : "")}
          </p>
          <Trouble error={error ?? keep.error} />
          {kept && (
            <ul className="mt-2" role="status">
              <Arriving course={course} arrival={kept} />
            </ul>
          )}
          <div className="mt-4 flex flex-wrap gap-2.5">
            <Button tone="main" type="submit" cap="Enter" disabled={!sound || busy}>
              Keep it and draft
            </Button>
            <Link className="btn" to={`/courses/${course}/sources`}>
              Back to the sources
            </Link>
          </div>
        </form>
      </Sheet>
    </div>
  );
}

/** Understood is the formula typeset, its quantities, and a question of each level that it bears. */
function Understood({ formula: f }: { formula: Formula | undefined }) {
  if (!f?.latex)
    return (
      <Note title="Nothing to show yet">
        As you type, the formula stands here as it is understood, with its quantities and a question of each level that could be drawn from it.
      </Note>
    );
  return (
    <>
      <div className="mb-5 overflow-x-auto text-[19px]">
        <Maths key={f.latex} latex={f.latex} text="The formula" />
      </div>
      <table className="mb-6 w-full border-collapse text-[13.5px]">
        <caption className="label pb-1 text-left">Its quantities</caption>
        <thead className="sr-only">
          <tr>
            <th scope="col">Letter</th>
            <th scope="col">Meaning</th>
            <th scope="col">Unit or value</th>
          </tr>
        </thead>
        <tbody>
          {f.variables.map((v) => (
            <tr key={v.latex} className="border-t border-line last:border-b">
              <td className="py-1.5 pr-3">
                <Inline key={v.latex} latex={v.latex} />
              </td>
              <th scope="row" className="py-1.5 pr-3 text-left font-normal wrap-anywhere">
                {v.meaning}
              </th>
              <td className="num py-1.5 text-right whitespace-nowrap">{v.value ?? v.unit ?? "a number"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {f.samples.map((s) => (
        <Note key={s.level} tone="cite" title={capital(s.level)}>
          <span className="font-read">{s.stem}</span>
        </Note>
      ))}
    </>
  );
}
