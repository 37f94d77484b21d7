import { useEffect, useRef } from "react";

/** useTypeset sets mathematics into an element. What sets it is loaded when the first is shown; until then the element's own text stands there. */
function useTypeset(latex: string, displayMode: boolean) {
  const at = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let gone = false;
    void Promise.all([import("katex"), import("katex/dist/katex.min.css")]).then(([katex]) => {
      if (!gone && at.current) katex.default.render(latex, at.current, { displayMode, throwOnError: false, output: "htmlAndMathml" });
    });
    return () => {
      gone = true;
    };
  }, [latex, displayMode]);
  return at;
}

/** Maths typesets a formula on a line of its own. */
export function Maths({ latex, text }: { latex: string; text: string }) {
  const at = useTypeset(latex, true);
  return (
    <span ref={at} tabIndex={0} role="group" aria-label={text} className="block overflow-x-auto overflow-y-hidden [&_.katex-display]:my-1! [&_.katex-display]:text-left! [&_.katex-display>.katex]:text-left!">
      {text}
    </span>
  );
}

/** Inline typesets mathematics within a line. */
export function Inline({ latex }: { latex: string }) {
  const at = useTypeset(latex, false);
  return (
    <span ref={at} className="max-w-full">
      {latex}
    </span>
  );
}
