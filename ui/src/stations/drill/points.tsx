import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type DrillItem, type Verdict } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Mark } from "../../parts/mark";
import { Part, One } from "../../parts/part";
import { Prose } from "../../parts/prose";
import { Trouble } from "../../parts/state";

type Point = NonNullable<DrillItem["feedback"]>["points"][number];
type Standing = Point["standing"];

const marks: Record<Standing, Verdict> = { found: "cleared", half: "held", missing: "unproven", contradicted: "faulted" };
const says: Record<Standing, string> = { found: "found", half: "half there", missing: "missing", contradicted: "said otherwise" };
const standings = (Object.keys(says) as Standing[]).map((value) => ({ value, says: says[value] }));

/** Points is how each point of the key stands in an answer in words. Each standing opens to be marked otherwise. */
export function Points({ course, drill, item }: { course: string; drill: string; item: DrillItem }) {
  const client = useQueryClient();
  const f = item.feedback!;
  const own = useMutation({
    mutationFn: (standings: Standing[]) =>
      take(api.PUT("/api/courses/{course}/drills/{drill}/places/{position}/mark", { params: { path: { course, drill, position: item.position } }, body: { id: crypto.randomUUID(), standings } })),
    onSuccess: async (marked) => {
      client.setQueryData(queries.drillItem(course, drill, item.position).queryKey, marked);
      await client.invalidateQueries({ queryKey: ["course", course, "drill", drill] });
    },
  });
  const change = (at: number, to: Standing) => own.mutate(f.points.map((p, i) => (i === at ? to : p.standing)));
  return (
    <Note
      tone={f.percent === 100 ? "sound" : f.percent === 0 ? "fault" : "eye"}
      title={
        <>
          <span className="num">{f.percent}%</span> of the points{f.own ? ", marked by you" : ""}
        </>
      }
    >
      <p>{f.says}</p>
      <ul className="mt-2" aria-label="Points">
        {f.points.map((p, i) => (
          <li key={i} className="flex items-start gap-2.5 border-t border-line py-2">
            <span className="mt-[3px]">
              <Mark verdict={marks[p.standing]} label="" />
            </span>
            <span className="flex-1">
              <span className="font-read text-[15px]">
                <Prose text={p.text} />
              </span>{" "}
              <Part says={says[p.standing]} label={`Point ${i + 1} is`}>
                <One name={`Point ${i + 1} is`} all={standings} chosen={p.standing} change={(to) => change(i, to)} />
              </Part>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1.5 text-[12.5px] text-ink-2">
        {f.own ? "An answer in the same words is marked so from now on." : f.doubtful ? "This mark is unsure. Press how a point stands to mark it yourself." : "Marked otherwise than you would? Press how a point stands."}
      </p>
      <Trouble error={own.error} />
    </Note>
  );
}
