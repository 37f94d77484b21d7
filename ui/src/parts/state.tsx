import type { ReactNode } from "react";
import { Button } from "./button";

/** Waiting stands where something is being read; it shows only after a moment. */
export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="animate-[appear_0s_250ms_both] p-8 text-ink-2">
      Reading {what} …
    </p>
  );
}

/** Failing says what went wrong and offers to try again. */
export function Failing({ error, again }: { error: Error; again?: () => void }) {
  return (
    <div role="alert" className="note m-8 max-w-prose" data-tone="fault">
      <b>That did not work</b>
      <p className="mt-0.5 mb-3">{error.message}</p>
      {again !== undefined && <Button onClick={again}>Try again</Button>}
    </div>
  );
}

/** Trouble is a problem beside what caused it. */
export function Trouble({ error }: { error: Error | null | undefined }) {
  if (!error) return null;
  return (
    <p role="alert" className="note my-3" data-tone="fault">
      {error.message}
    </p>
  );
}

/** Nothing says what would stand here and how it comes about. */
export function Nothing({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="max-w-prose">
      <h1 className="title mb-2">{title}</h1>
      <div className="text-ink-2 [&_p]:mb-4">{children}</div>
    </div>
  );
}
