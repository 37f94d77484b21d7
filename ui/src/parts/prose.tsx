import { Fragment } from "react";
import { Inline } from "./maths";

/** Mathematics stands between dollars that touch it; "$5 and $6" is money. */
const typeset = /(\$(?=\S)(?:\\.|[^$\\])*?[^\s\\]\$(?!\d))/;

/** Prose is text in which what stands between dollars is typeset. */
export function Prose({ text }: { text: string }) {
  const pieces = text.split(typeset);
  if (pieces.length === 1) return <>{text}</>;
  return (
    <>
      {pieces.map((piece, i) => (
        <Fragment key={i}>{i % 2 === 1 ? <Inline latex={piece.slice(1, -1)} /> : piece}</Fragment>
      ))}
    </>
  );
}

/** WorkedLine is a line of worked steps: the rule, where it names one, and what it leads to. */
export function WorkedLine({ text }: { text: string }) {
  const [, rule, rest] = /^([a-z][^:$=]*): (.+)$/s.exec(text) ?? [];
  if (!rule || !rest)
    return (
      <p className="num overflow-x-auto leading-[1.9]">
        <Prose text={text} />
      </p>
    );
  return (
    <p className="overflow-x-auto leading-[1.9]">
      <span className="block text-[13px] leading-tight text-ink-2">{rule}</span>
      {rest.includes("$") ? <Prose text={rest} /> : <span className="num">{rest}</span>}
    </p>
  );
}

/** plainly is text without the signs of typesetting, for a line that is cut short. */
export const plainly = (text: string) => text.replace(/\$/g, "").replace(/\\(?:left|right|quad|[,;])/g, "").replace(/\\frac\{([^{}]*)\}\{([^{}]*)\}/g, "($1)/($2)").replace(/\\([a-z]+)/g, "$1");
