import type { Level, Ratings } from "../../api/client";
import { Button } from "../../parts/button";
import { capital } from "../../parts/words";

const names = { clarity: "Clarity", relevance: "Relevance", level_fit: "Level fit" } as const;
type Of = keyof typeof names;

/** Rated is how clear a question is, what of the exam it serves and how well it fits its level, with what cost points. */
export function Rated({ ratings: r, level, relevel }: { ratings: Ratings; level: Level; relevel: (to: Level) => void }) {
  const points: Record<Of, number | undefined> = { clarity: r.clarity, relevance: r.relevance, level_fit: r.level_fit };
  const costs = (of: Of) => (r.because ?? []).filter((c) => c.of === of);
  const demands = r.demands as Level | undefined;
  return (
    <section aria-label="Ratings" className="mb-5 border-t border-line pt-4">
      <h2 className="label mb-2">Ratings</h2>
      {(Object.keys(names) as Of[]).map(
        (of) =>
          points[of] !== undefined && (
            <div key={of} className="mb-1.5">
              <div className="grid grid-cols-[84px_1fr_34px] items-center gap-2.5 text-[13px]">
                <span>{names[of]}</span>
                <span role="meter" aria-label={names[of]} aria-valuemin={0} aria-valuemax={100} aria-valuenow={points[of]} className="block h-[5px] bg-line">
                  <span className="block h-[5px] bg-ink-2" style={{ width: `${points[of]}%` }} />
                </span>
                <span className="num text-right">{points[of]}</span>
              </div>
              {costs(of).map((c) => (
                <p key={c.says} className="text-[12.5px] leading-snug text-ink-2">
                  −{c.points}: {c.says}
                </p>
              ))}
            </div>
          ),
      )}
      {demands !== undefined && demands !== level && (
        <p className="pt-1">
          <Button small onClick={() => relevel(demands)}>
            Call it {demands}
          </Button>
        </p>
      )}
      {r.serves?.topic && (
        <p className="pt-1 text-[12.5px] leading-snug text-ink-2">
          Serves {r.serves.topic}, <span className="num">{r.serves.share}</span>% of the marks{r.serves.statement ? `: ${capital(r.serves.statement)}` : ""}.
        </p>
      )}
    </section>
  );
}
