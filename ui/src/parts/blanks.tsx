import { Fragment, type ReactNode } from "react";
import { Prose } from "./prose";

/** Stem shows a question's text; each of its blanks is what `blank` makes of its number. */
export function Stem({ text, blank }: { text: string; blank: (n: number) => ReactNode }) {
  return (
    <>
      {text.split(/(<<\d+>>)/).map((piece, i) => {
        const mark = /^<<(\d+)>>$/.exec(piece);
        return <Fragment key={i}>{mark ? blank(Number(mark[1])) : <Prose text={piece} />}</Fragment>;
      })}
    </>
  );
}

/** A gap in a sentence that is only looked at. */
export function Gap({ children }: { children?: ReactNode }) {
  return <span className="inline-block min-w-24 border-b-2 border-eye text-center leading-tight">{children ?? <span className="sr-only">blank</span>}</span>;
}
