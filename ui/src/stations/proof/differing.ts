/** A run of words that two texts share, or that only one of them has. */
export interface Piece {
  text: string;
  was?: true;
  is?: true;
}

/** differing is two texts as one, word by word, by their longest common run of words. */
export function differing(from: string, to: string): Piece[] {
  const a = from.split(/\s+/).filter(Boolean);
  const b = to.split(/\s+/).filter(Boolean);
  if (a.length * b.length > 250_000) return from === to ? [{ text: to }] : [{ text: from, was: true }, { text: to, is: true }];
  const longest = Array.from({ length: a.length + 1 }, () => new Uint16Array(b.length + 1));
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--) longest[i]![j] = a[i] === b[j] ? longest[i + 1]![j + 1]! + 1 : Math.max(longest[i + 1]![j]!, longest[i]![j + 1]!);
  const out: Piece[] = [];
  const add = (text: string, how: "was" | "is" | undefined) => {
    const last = out.at(-1);
    if (last && last.was === (how === "was" || undefined) && last.is === (how === "is" || undefined)) last.text += ` ${text}`;
    else out.push({ text, ...(how === "was" ? { was: true } : how === "is" ? { is: true } : {}) });
  };
  let i = 0;
  let j = 0;
  while (i < a.length || j < b.length) {
    if (i < a.length && j < b.length && a[i] === b[j]) {
      add(b[j]!, undefined);
      i++;
      j++;
    } else if (i < a.length && (j === b.length || longest[i + 1]![j]! >= longest[i]![j + 1]!)) add(a[i++]!, "was");
    else add(b[j++]!, "is");
  }
  return out;
}
