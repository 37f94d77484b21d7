import { useEffect, useRef, useSyncExternalStore } from "react";
import { matchKeybindingPress } from "tinykeys";

/** A key of the keyboard and what it does on the screen that is shown. */
export interface Key {
  /** As KeyboardEvent.key names it: "Enter", " ", "k", "?". */
  key: string;
  /** What it does, for the list of keys. */
  does: string;
  press: () => void;
  /** Also while a text field has the focus; for Enter only. */
  inField?: boolean;
  /** With Control held down. */
  ctrl?: boolean;
}

interface Layer {
  keys: Key[];
}

let layers: Layer[] = [];
let letters = true;
const watchers = new Set<() => void>();
const changed = () => watchers.forEach((w) => w());

/** Letter keys can be switched off by the person. */
export function allowLetters(on: boolean) {
  letters = on;
}

const isLetter = (k: Key) => /^[a-z]$/i.test(k.key);

function press(e: KeyboardEvent) {
  const target = e.target as HTMLElement;
  const radio = target.getAttribute("role") === "radio"; // for which Enter does nothing of its own
  if ((e.defaultPrevented && !(radio && e.key === "Enter")) || e.repeat || e.isComposing) return;
  if (document.querySelector("[role=dialog]") !== null) return;
  const field = target.closest("input, textarea, select, [contenteditable]") !== null;
  const operates = target.closest("button, a, summary") !== null && !radio;
  if (operates && (e.key === "Enter" || e.key === " ")) return;
  for (const layer of [...layers].reverse()) {
    const hit = layer.keys.find((k) => matchKeybindingPress(e, [k.ctrl === true ? ["Control"] : [], ["Shift"], k.key]));
    if (hit === undefined || (field && hit.inField !== true) || (!letters && isLetter(hit))) continue;
    if (radio && e.key === " ") return;
    e.preventDefault();
    hit.press();
    return;
  }
}

if (typeof window !== "undefined") window.addEventListener("keydown", press);

/** useKeys makes keys work while the component is shown. */
export function useKeys(keys: (Key | false | undefined)[]) {
  const layer = useRef<Layer>({ keys: [] });
  layer.current.keys = keys.filter((k) => k !== false && k !== undefined);
  useEffect(() => {
    const mine = layer.current;
    layers = [...layers, mine];
    changed();
    return () => {
      layers = layers.filter((l) => l !== mine);
      changed();
    };
  }, []);
}

/** useActiveKeys lists the keys of what is shown, for the sheet. */
export function useActiveKeys(): Key[] {
  const shown = useSyncExternalStore(
    (w) => {
      watchers.add(w);
      return () => watchers.delete(w);
    },
    () => layers,
  );
  return shown.flatMap((l) => l.keys);
}

/** The name of a key as it stands on a cap. */
export function capOf(key: string): string {
  return key === " " ? "Space" : key.length === 1 ? key.toUpperCase() : key;
}
