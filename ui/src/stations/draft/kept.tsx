import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";
import { api, take, type Brief } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { Flap } from "../../parts/part";
import { Trouble } from "../../parts/state";

/** Keep keeps the brief by a name. */
export function Keep({ course, brief }: { course: string; brief: () => Brief }) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const keep = useMutation({
    mutationFn: () => take(api.PUT("/api/courses/{course}/briefs/{brief}", { params: { path: { course, brief: crypto.randomUUID() } }, body: { name, brief: brief() } })),
    onSuccess: (all) => {
      client.setQueryData(queries.briefs(course).queryKey, all);
      setName("");
      setOpen(false);
    },
  });
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button>Save as a brief</Button>
      </Popover.Trigger>
      <Flap label="Save as a brief">
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (name.trim() !== "") keep.mutate();
          }}
        >
          <label className="label mb-2 block" htmlFor="brief-name">
            Its name
          </label>
          <input id="brief-name" className="field w-full" placeholder="Weekly mix" maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
          <Trouble error={keep.error} />
          <p className="mt-3">
            <Button type="submit" small tone="main" disabled={name.trim() === "" || keep.isPending}>
              Save
            </Button>
          </p>
        </form>
      </Flap>
    </Popover.Root>
  );
}

/** Kept lists the briefs that are kept; one press puts one into the sentence. */
export function Kept({ course, load }: { course: string; load: (b: Brief) => void }) {
  const client = useQueryClient();
  const query = queries.briefs(course);
  const { data } = useQuery(query);
  const forget = useMutation({
    mutationFn: (brief: string) => take(api.DELETE("/api/courses/{course}/briefs/{brief}", { params: { path: { course, brief } } })),
    onSuccess: (all) => client.setQueryData(query.queryKey, all),
  });
  if (!data || data.length === 0) return null;
  return (
    <section className="mb-[30px]">
      <h2 className="label mb-1">Saved briefs</h2>
      <ul>
        {data.map((k) => (
          <li key={k.id} className="flex items-baseline gap-3 border-t border-line py-1.5 text-[13.5px] last:border-b">
            <button type="button" className="link min-w-0 flex-1 text-left wrap-anywhere" onClick={() => load(k.brief)}>
              {k.name}
            </button>
            <span className="num text-ink-2">{k.brief.count}</span>
            <Button small aria-label={`Forget ${k.name}`} onClick={() => forget.mutate(k.id)} disabled={forget.isPending}>
              Forget
            </Button>
          </li>
        ))}
      </ul>
      <Trouble error={forget.error} />
    </section>
  );
}
