import type { Card, Deck } from "../../api/client";
import { Note } from "../../marginalia/note";
import { counted } from "../../parts/words";

const inDays = (n: number) => (n === 0 ? "today" : n === 1 ? "tomorrow" : `in ${n} days`);

/** Fading draws how a card is forgotten since it was looked at last, with where it is now. */
export function Fading({ deck, card }: { deck: Deck; card: Card }) {
  const { fades, step = 0, since = 0 } = card;
  if (!fades) return <Note title="Never looked at">It comes back before it is forgotten, once you have looked at it.</Note>;
  const w = 320;
  const h = 96;
  const whole = step * (fades.length - 1);
  const x = (days: number) => (whole === 0 ? 0 : (Math.min(days, whole) / whole) * w);
  const y = (percent: number) => h - ((percent - 40) / 60) * h;
  const low = (100 * (deck.one_in - 1)) / deck.one_in;
  const line = fades.map((p, i) => `${x(i * step).toFixed(1)},${y(Math.max(40, p)).toFixed(1)}`).join(" ");
  return (
    <Note title={`Looked at ${card.looks === 1 ? "once" : `${card.looks} times`}`}>
      <svg viewBox={`-6 -8 ${w + 12} ${h + 26}`} className="mt-1 w-full" role="img" aria-label={`Recalled with ${card.recall} per cent now`}>
        <line x1={0} x2={w} y1={y(low)} y2={y(low)} stroke="var(--eye)" strokeDasharray="4 4" />
        <polyline points={line} fill="none" stroke="var(--cite)" strokeWidth={2} />
        <circle cx={x(since)} cy={y(Math.max(40, card.recall))} r={5.5} fill="var(--paper)" stroke="var(--cite)" strokeWidth={3} />
        <line x1={0} x2={w} y1={h} y2={h} stroke="var(--line)" />
        <text x={0} y={h + 15} fontSize={12} fill="var(--ink-2)">
          last look
        </text>
        <text x={w} y={h + 15} fontSize={12} fill="var(--ink-2)" textAnchor="end">
          {whole < 1.5 ? "a day later" : `${Math.round(whole)} days later`}
        </text>
      </svg>
      <p>
        Recalled now: about <b className="num">{card.recall}%</b>{card.day !== undefined ? `, looked at again ${inDays(card.day)}` : ""}.
      </p>
    </Note>
  );
}

/** Load draws how many cards fall due on each of the next days, up to the exam. */
export function Load({ deck }: { deck: Deck }) {
  const days = Math.min(42, Math.max(14, deck.load.length, (deck.exam ?? 0) + 1));
  const most = Math.max(5, ...deck.load);
  const w = 660;
  const h = 120;
  const each = w / days;
  return (
    <figure className="mt-5">
      <svg viewBox={`0 -16 ${w} ${h + 36}`} className="w-full max-w-[680px]" role="img" aria-label={`Cards by day: ${deck.load.slice(0, 7).map((n, i) => `${inDays(i)} ${n}`).join(", ") || "none"}`}>
        {Array.from({ length: days }, (_, i) => {
          const n = deck.load[i] ?? 0;
          const tall = (n / most) * h;
          return (
            <g key={i}>
              <rect x={i * each + 1} y={h - tall} width={Math.max(2, each - 3)} height={tall} fill={i === 0 ? "var(--eye)" : "var(--cite)"} opacity={i === 0 ? 1 : 0.55} />
              {n > 0 && each > 12 && (
                <text x={i * each + each / 2} y={h - tall - 4} fontSize={11} textAnchor="middle" fill="var(--ink-2)">
                  {n}
                </text>
              )}
            </g>
          );
        })}
        <line x1={0} x2={w} y1={h} y2={h} stroke="var(--ink-3)" />
        <text x={0} y={h + 16} fontSize={12} fill="var(--ink-2)">
          today
        </text>
        {deck.exam !== undefined && deck.exam < days ? (
          <>
            <line x1={deck.exam * each} x2={deck.exam * each} y1={-6} y2={h + 4} stroke="var(--ink)" strokeWidth={2} />
            <text x={Math.min(w, deck.exam * each + 4)} y={h + 16} fontSize={12} fill="var(--ink-2)" textAnchor={deck.exam > days / 2 ? "end" : "start"}>
              the exam
            </text>
          </>
        ) : (
          <text x={w} y={h + 16} fontSize={12} fill="var(--ink-2)" textAnchor="end">
            in {counted(days, "day")}
          </text>
        )}
      </svg>
      <figcaption className="text-[12.5px] text-ink-2">Cards to be looked at, day by day{deck.yours ? ", by how fast you forget" : ""}.{deck.exam === undefined ? "" : " Each is looked at once more in the last days before the exam, and none after it."}</figcaption>
    </figure>
  );
}

/** Known is how much of each topic's cards is remembered. */
export function Known({ deck }: { deck: Deck }) {
  return (
    <>
      <h2 className="label mb-2">Remembered, by topic</h2>
      <ul>
        {deck.known.map((t) => (
          <li key={t.topic} className="border-t border-line py-2">
            <span className="flex justify-between gap-3">
              <span className="wrap-anywhere">{t.topic || "In no topic"}</span>
              <span className="num">{t.recall}%</span>
            </span>
            <span className="mt-1 block h-1.5 bg-line" aria-hidden="true">
              <span className="block h-1.5 bg-cite" style={{ width: `${t.recall}%` }} />
            </span>
            <span className="text-[12.5px] text-ink-2">
              {t.looked} of {counted(t.cards, "card")} looked at
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
