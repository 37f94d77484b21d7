import { useQuery } from "@tanstack/react-query";
import type { Forecast } from "../../api/client";
import * as queries from "../../api/queries";

/** IfToday draws how likely each score is, what reaches the pass mark in green, with the likely score below. */
export function IfToday({ course }: { course: string }) {
  const { data: f } = useQuery(queries.forecast(course));
  if (!f || f.answered === 0) return null;
  return (
    <section aria-label="If the exam were today" className="mb-6">
      <h2 className="label mb-1.5">If the exam were today</h2>
      <Curve forecast={f} />
      <p className="text-ink-2">
        Likely score{" "}
        <b className="num text-ink">
          {Math.round(f.low)} to {Math.round(f.high)}
        </b>
        , 8 times in 10; <b className="num text-ink">{Math.round(100 * f.pass)}%</b> likely to pass. Taken for an exam of {f.asks} questions, by {f.answered} answers.
      </p>
    </section>
  );
}

function Curve({ forecast: f }: { forecast: Forecast }) {
  const w = 350;
  const h = 104;
  const scores = f.curve.map((p, score) => ({ p, score }));
  const shown = scores.filter((c) => c.p > 0.0004);
  const from = Math.max(0, Math.min(shown[0]?.score ?? 0, f.pass_mark) - 1);
  const to = Math.min(100, Math.max(shown.at(-1)?.score ?? 100, f.pass_mark) + 1);
  const most = Math.max(...f.curve, 0.001);
  const x = (score: number) => ((score - from) / Math.max(1, to - from)) * w;
  const y = (p: number) => h - (p / most) * (h - 18);
  const area = (low: number, high: number) => {
    const points = scores.filter((c) => c.score >= low && c.score <= high);
    if (points.length < 2) return "";
    return `M${x(points[0]!.score)} ${h} ${points.map((c) => `L${x(c.score).toFixed(1)} ${y(c.p).toFixed(1)}`).join(" ")} L${x(points.at(-1)!.score)} ${h} Z`;
  };
  const pass = Math.round(f.pass_mark);
  const likely = Math.round(f.likely * 10) / 10;
  return (
    <svg viewBox={`-4 -4 ${w + 8} ${h + 24}`} className="my-1 w-full max-w-[380px]" role="img" aria-label={`Likely score ${likely}, between ${Math.round(f.low)} and ${Math.round(f.high)}; pass mark ${pass}`}>
      <path d={area(from, pass)} fill="var(--cite)" opacity={0.2} />
      <path d={area(pass, to)} fill="var(--sound)" opacity={0.75} />
      <line x1={x(pass)} x2={x(pass)} y1={2} y2={h} stroke="var(--ink)" strokeWidth={2} />
      <text x={x(pass) + (x(pass) > w - 60 ? -6 : 6)} y={10} fontSize={12} fill="var(--ink)" textAnchor={x(pass) > w - 60 ? "end" : "start"}>
        pass {pass}
      </text>
      <line x1={0} x2={w} y1={h} y2={h} stroke="var(--line)" />
      <text x={0} y={h + 16} fontSize={12} fill="var(--ink-2)">
        {from}
      </text>
      <text x={Math.min(w - 44, Math.max(44, x(f.likely)))} y={h + 16} fontSize={12} fill="var(--ink-2)" textAnchor="middle">
        {likely}
      </text>
      <text x={w} y={h + 16} fontSize={12} fill="var(--ink-2)" textAnchor="end">
        {to}
      </text>
    </svg>
  );
}
