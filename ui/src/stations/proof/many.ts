import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take, type ManyChange } from "../../api/client";
import { useKeys } from "../../parts/keys";
import { capital, counted } from "../../parts/words";

/** A change of many questions, but for which they are. */
export type OneChange = Omit<ManyChange, "questions">;

/** useMany changes one thing of many questions and takes it back; in what it says, # stands for how many. */
export function useMany(course: string) {
  const client = useQueryClient();
  const [done, setDone] = useState<{ id: string; says: string; back: boolean }>();
  const fresh = () => client.invalidateQueries({ queryKey: ["course", course] });
  const change = useMutation({
    mutationFn: ({ body, of }: { body: OneChange; says: string; of: readonly { id: string; version: number }[] }) => {
      const questions = of.map((q) => ({ id: q.id, version: q.version }));
      return take(api.PUT("/api/courses/{course}/changes/{change}", { params: { path: { course, change: crypto.randomUUID() } }, body: { ...body, questions } }));
    },
    onSuccess: async (came, { body, says }) => {
      const left = came.refused > 0 ? ` ${counted(came.refused, "other")} ${body.do === "keep" ? "can’t be kept, or" : ""} changed meanwhile and stay as they are.` : "";
      await fresh();
      setDone({ id: came.id, says: `${capital(says.replace("#", counted(came.count, "question")))}.${left}`, back: body.do !== "proof" && came.count > 0 });
    },
  });
  const undo = useMutation({
    mutationFn: (id: string) => take(api.POST("/api/courses/{course}/changes/{change}/undo", { params: { path: { course, change: id } } })),
    onSuccess: async (came) => {
      await fresh();
      setDone({ id: came.id, says: `${counted(came.count, "question")} as before.${came.refused > 0 ? ` ${counted(came.refused, "other")} changed since and stay.` : ""}`, back: false });
    },
  });
  const back = done?.back && !change.isPending ? () => undo.mutate(done.id) : undefined;
  useKeys([back !== undefined && { key: "z", does: "Take the last change back", press: back }]);
  return {
    make: (of: readonly { id: string; version: number }[], body: OneChange, says: string) => {
      if (!change.isPending) change.mutate({ of, body, says });
    },
    back,
    busy: change.isPending || undo.isPending,
    says: change.isPending ? "Changing …" : done?.says,
    error: change.error ?? undo.error,
  };
}
