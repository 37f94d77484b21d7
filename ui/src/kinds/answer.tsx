import { useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { api, take } from "../api/client";
import { Inline } from "../parts/maths";

const asks = {
  expression: { label: "Expression", like: "2x*cos(x^2)" },
  solution: { label: "Solutions", like: "x = 2 or x = -3, x > 3, no solution" },
  numeric: { label: "Answer", like: "" },
} as const;

/** TypedAnswer is the box for numbers, expressions and sets of solutions; below it stands how it is understood. */
export function TypedAnswer({ kind, language, text, unit, change }: { kind: keyof typeof asks; language: string; text: string; unit?: string; change: (text: string) => void }) {
  const typed = useDeferredValue(text.trim());
  const { data } = useQuery({
    queryKey: ["understood", kind, language, typed],
    queryFn: () => take(api.POST("/api/understand", { body: { kind, language, text: typed } })),
    enabled: typed !== "",
    placeholderData: (before) => before,
    gcTime: 30_000,
    staleTime: Infinity,
  });
  const read = typed === "" ? undefined : data;
  return (
    <div className="mt-6 max-w-md">
      <label className="flex items-baseline gap-3">
        <span className="label">{asks[kind].label}</span>
        <input
          className="field num text-[19px]!"
          value={text}
          inputMode={kind === "numeric" ? "decimal" : "text"}
          maxLength={400}
          autoFocus
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          aria-describedby="understood"
          onChange={(e) => change(e.target.value)}
        />
        {unit && <span className="num shrink-0">{unit}</span>}
      </label>
      <div id="understood" aria-live="polite" className="mt-2 min-h-9 overflow-x-auto border-l-2 border-line pl-3 text-[13px] text-ink-2">
        {read?.latex && (
          <span className="text-[16px] text-ink">
            <Inline key={read.latex} latex={read.latex} />
          </span>
        )}
        {read?.says && <span className="block">{read.says}</span>}
        {!read && asks[kind].like && <span>For example {asks[kind].like}</span>}
      </div>
    </div>
  );
}
