import type { Drawing } from "../api/client";

type Shape = NonNullable<Drawing["shapes"]>[number];

/** looks says how lines and areas of a drawing look; what is unknown is amber and dashed, so that it shows without colour too. */
const looks: Record<string, string> = {
  edge: "stroke-ink [stroke-width:1.8]",
  hidden: "stroke-ink-2 [stroke-width:1.2] [stroke-dasharray:4_4]",
  mark: "stroke-ink-2 [stroke-width:1.1]",
  grid: "stroke-line [stroke-width:1]",
  axis: "stroke-ink-2 [stroke-width:1.3]",
  marked: "stroke-cite [stroke-width:5]",
  unknown: "stroke-eye [stroke-width:1.8] [stroke-dasharray:6_4]",
  open: "stroke-ink [stroke-width:1.8] fill-paper",
};

const inks: Record<string, string> = { mark: "fill-ink-2 text-[11px]", unknown: "fill-eye text-[14px] font-bold", known: "fill-ink text-[13px]", edge: "fill-ink text-[13px] italic" };

/** Figure is a drawing that a question is about. Its text says all that it shows. */
export function Figure({ figure: f }: { figure: Drawing }) {
  return (
    <svg role="img" aria-label={f.alt} viewBox={`0 0 ${f.width} ${f.height}`} className="mt-5 block h-auto w-full fill-none" style={{ maxWidth: f.width * 1.3 }}>
      {f.shapes?.map((s, i) => <Drawn key={i} shape={s} />)}
    </svg>
  );
}

function Drawn({ shape: s }: { shape: Shape }) {
  const at = (s.at ?? []) as [number, number][];
  const points = at.map((p) => p.join(",")).join(" ");
  const look = looks[s.look] ?? "";
  switch (s.draw) {
    case "area":
      return <polygon points={points} className={s.look === "hole" ? "fill-paper" : "fill-cite-wash"} />;
    case "line":
      return <polyline points={points} className={look} strokeLinejoin="round" strokeLinecap="round" />;
    case "arrow":
      return <Arrow from={at[0]} to={at[1]} look={look} tip={s.look === "unknown" ? "fill-eye" : s.look === "axis" ? "fill-ink-2" : "fill-ink"} />;
    case "dot":
      return (
        <>
          {at.map(([x, y], i) => (
            <circle key={i} cx={x} cy={y} r={s.look === "mark" ? 2 : 4} className={s.look === "open" ? look : s.look === "mark" ? "fill-ink-2" : "fill-ink"} />
          ))}
        </>
      );
    default:
      return (
        <text x={at[0]?.[0]} y={at[0]?.[1]} textAnchor={s.anchor === "start" || s.anchor === "end" ? s.anchor : "middle"} className={`font-ui stroke-paper [paint-order:stroke] [stroke-width:3] ${inks[s.look] ?? inks.known}`}>
          {s.text}
        </text>
      );
  }
}

/** Arrow is a line with a tip at its end. */
function Arrow({ from, to, look, tip }: { from?: [number, number]; to?: [number, number]; look: string; tip: string }) {
  if (!from || !to) return null;
  const a = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const back = (by: number, side: number) => `${to[0] - by * Math.cos(a) - side * Math.sin(a)},${to[1] - by * Math.sin(a) + side * Math.cos(a)}`;
  return (
    <>
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} className={look} />
      <polygon points={`${to.join(",")} ${back(9, 4)} ${back(9, -4)}`} className={tip} />
    </>
  );
}
