import { useEffect, useRef } from "react";

/** Maths typesets a formula. What sets it is loaded when the first one is shown. */
export function Maths({ latex, text }: { latex: string; text: string }) {
  const at = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let gone = false;
    void Promise.all([import("katex"), import("katex/dist/katex.min.css")]).then(([katex]) => {
      if (!gone && at.current) katex.default.render(latex, at.current, { displayMode: true, throwOnError: false, output: "htmlAndMathml" });
    });
    return () => {
      gone = true;
    };
  }, [latex]);
  return (
    <span ref={at} tabIndex={0} role="group" aria-label={text} className="block overflow-x-auto overflow-y-hidden [&_.katex-display]:my-1! [&_.katex-display]:text-left! [&_.katex-display>.katex]:text-left!">
      {text}
    </span>
  );
}
