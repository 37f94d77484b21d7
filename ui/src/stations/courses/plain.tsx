import type { ReactNode } from "react";
import { Link } from "react-router";
import { Desk } from "../../workline/desk";

/** Plain is a page that belongs to no course: the band without stations. */
export function Plain({ children }: { children: ReactNode }) {
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex h-16 items-center justify-between bg-band px-5 text-band-ink">
        <Link to="/courses" className="flex items-center gap-3">
          <img src="/owl.svg" alt="" width={30} height={30} />
          <b className="text-[17px]">Zinc Owl</b>
        </Link>
        <Desk />
      </header>
      <main className="flex flex-1 flex-col pt-4">{children}</main>
    </div>
  );
}
