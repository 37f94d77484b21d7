import type { ReactNode } from "react";

/** Sheet is the paper with its margin beside it; on small screens the margin folds under. */
export function Sheet({ children, margin, label, inset = true }: { children: ReactNode; margin: ReactNode; label: string; inset?: boolean }) {
  return (
    <div className={`mx-auto grid min-h-0 w-full max-w-[1380px] flex-1 grid-cols-1 desk:grid-cols-[1fr_min(25rem,32vw)] ${inset ? "desk:pl-[76px]" : ""}`}>
      <section className="border border-b-0 border-line bg-paper px-5 py-6 desk:rounded-tl-sheet desk:px-[52px] desk:py-[34px]">{children}</section>
      <aside aria-label={label} className="border border-b-0 border-line bg-margin px-5 py-6 desk:border-l-0 desk:px-6 desk:py-[30px]">
        {margin}
      </aside>
    </div>
  );
}
