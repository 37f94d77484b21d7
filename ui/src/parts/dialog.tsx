import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./button";

interface Props {
  open: boolean;
  close: () => void;
  title: string;
  says?: string;
  children: ReactNode;
}

/** Dialog is a sheet laid over the desk; Escape puts it away. */
export function Dialog({ open, close, title, says, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && close()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-band/60" />
        <Radix.Content
          className="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[min(40rem,calc(100vw-24px))] -translate-x-1/2 overflow-y-auto rounded-sheet border border-line bg-paper px-6 py-5 sm:px-8"
          {...(says === undefined ? { "aria-describedby": undefined } : {})}
        >
          <div className="mb-4 pr-24">
            <Radix.Title className="title">{title}</Radix.Title>
            {says !== undefined && <Radix.Description className="mt-1 text-ink-2">{says}</Radix.Description>}
          </div>
          {children}
          {/* Last, so that what the sheet is for gets the focus first. */}
          <Radix.Close asChild>
            <Button small cap="Esc" className="absolute top-5 right-6">
              Close
            </Button>
          </Radix.Close>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
