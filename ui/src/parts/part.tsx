import { Popover } from "radix-ui";
import { createContext, useContext, useState, type ReactNode } from "react";

const Closing = createContext(() => {});

/** useClosing closes the part that something stands in, once nothing is left to be said in it. */
export const useClosing = () => useContext(Closing);

/** Part is a piece of a sentence that opens in place to be changed. */
export function Part({ says, label, children }: { says: string; label: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button type="button" className="part" aria-label={`${label}: ${says}`}>
          {says}
        </button>
      </Popover.Trigger>
      <Flap label={label}>
        <div className="label mb-2">{label}</div>
        <Closing.Provider value={() => setOpen(false)}>{children}</Closing.Provider>
      </Flap>
    </Popover.Root>
  );
}

/** Flap is what opens beside what was pressed. */
export function Flap({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Popover.Content
      align="start"
      sideOffset={6}
      collisionPadding={12}
      aria-label={label}
      className="z-30 font-ui text-sm max-h-[60vh] w-[min(22rem,calc(100vw-24px))] overflow-y-auto rounded-sheet border border-ink-2 bg-paper px-4 py-3"
    >
      {children}
    </Popover.Content>
  );
}

/** One is ruled lines of which one is chosen. */
export function One<T extends string | number>({ all, chosen, change, name }: { all: readonly { value: T; says: string }[]; chosen: T; change: (next: T) => void; name: string }) {
  return (
    <div role="radiogroup" aria-label={name}>
      {all.map((c) => (
        <label key={c.value} className="flex cursor-pointer items-baseline gap-3 border-t border-line py-2 first:border-t-0">
          <input type="radio" name={name} checked={c.value === chosen} onChange={() => change(c.value)} className="accent-(--eye)" />
          <span className="flex-1">{c.says}</span>
        </label>
      ))}
    </div>
  );
}

/** Lines are ruled lines of which one is pressed, which closes the part they stand in. */
export function Lines<T extends string>({ all, press }: { all: readonly { value: T; says: string }[]; press: (line: { value: T; says: string }) => void }) {
  const close = useClosing();
  return all.map((c) => (
    <button
      key={c.value}
      type="button"
      className="block w-full border-t border-line py-2 text-left first:border-t-0 hover:bg-eye-wash"
      onClick={() => {
        close();
        press(c);
      }}
    >
      {c.says}
    </button>
  ));
}

interface ChoiceProps<T> {
  all: readonly { value: T; says: string; aside?: string }[];
  chosen: readonly T[];
  change: (next: T[]) => void;
  /** What none chosen means. */
  none: string;
}

/** Choices are ruled lines of which any number can be ticked. */
export function Choices<T extends string>({ all, chosen, change, none }: ChoiceProps<T>) {
  return (
    <div>
      <Tick on={chosen.length === 0} says={none} turn={() => change([])} />
      {all.map((c) => (
        <Tick
          key={c.value}
          on={chosen.includes(c.value)}
          says={c.says}
          aside={c.aside}
          turn={() => change(chosen.includes(c.value) ? chosen.filter((v) => v !== c.value) : [...chosen, c.value])}
        />
      ))}
    </div>
  );
}

function Tick({ on, says, aside, turn }: { on: boolean; says: string; aside?: string; turn: () => void }) {
  return (
    <label className="flex cursor-pointer items-baseline gap-3 border-t border-line py-2 first:border-t-0">
      <input type="checkbox" checked={on} onChange={turn} className="accent-(--eye)" />
      <span className="flex-1">{says}</span>
      {aside !== undefined && <span className="num text-ink-2">{aside}</span>}
    </label>
  );
}

/** Amount is a whole number with buttons for less and more. */
export function Amount({ value, change, min, max, step = 1, unit }: { value: number; change: (n: number) => void; min: number; max: number; step?: number; unit: string }) {
  const set = (n: number) => change(Math.min(max, Math.max(min, Number.isFinite(n) ? Math.round(n) : min)));
  return (
    <div className="flex items-center gap-2">
      <button type="button" className="btn" data-size="small" aria-label="Fewer" onClick={() => set(value - step)}>
        −
      </button>
      <input className="field num text-center" inputMode="numeric" aria-label={unit} value={value} onChange={(e) => set(Number(e.target.value.replace(/\D/g, "")))} />
      <button type="button" className="btn" data-size="small" aria-label="More" onClick={() => set(value + step)}>
        +
      </button>
    </div>
  );
}
