import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, take } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { useKeys } from "../../parts/keys";
import { Trouble } from "../../parts/state";

/** ToCard makes a card of a question that was answered. */
export function ToCard({ course, drill, position }: { course: string; drill: string; position: number }) {
  const client = useQueryClient();
  const [card] = useState(() => crypto.randomUUID());
  const make = useMutation({
    mutationFn: () => take(api.POST("/api/courses/{course}/drills/{drill}/places/{position}/card/{card}", { params: { path: { course, drill, position, card } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["course", course, "batches", "cards"] }),
  });
  const role = useQuery(queries.course(course)).data?.role;
  const mayWrite = role === "owner" || role === "tutor";
  const press = () => !make.isPending && make.mutate();
  useKeys([mayWrite && !make.isSuccess && { key: "r", does: "Make a card of it", press }]);
  if (!mayWrite) return null;
  return (
    <Note title="To remember it">
      {make.isSuccess ? (
        <p>
          It is among the cards.{" "}
          <Link className="link" to={`/courses/${course}/drill/cards`}>
            Look at them
          </Link>
        </p>
      ) : (
        <Button small cap="r" onClick={press} disabled={make.isPending}>
          Make a card of it
        </Button>
      )}
      <Trouble error={make.error} />
    </Note>
  );
}
