import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useOutletContext } from "react-router";
import { api, take } from "../../api/client";
import * as queries from "../../api/queries";
import { kinds, roomOf, type Kind } from "../../kinds";
import { Note } from "../../marginalia/note";
import { Sheet } from "../../parts/sheet";
import { Waiting } from "../../parts/state";
import { EditForm, type Edited } from "./edit";
import { Tried } from "./findings";

/** WriteStation is where a person writes a question; it is proofed like any other. */
export function WriteStation() {
  const course = useOutletContext<string>();
  const go = useNavigate();
  const client = useQueryClient();
  const about = useQuery(queries.course(course)).data;
  const [kind, setKind] = useState<Kind>("choice");
  const [typed, setTyped] = useState<Edited>();
  const [id] = useState(() => crypto.randomUUID()); // the same for every try at sending
  useEffect(() => {
    document.title = "Write a question · Zinc Owl";
  }, []);
  if (!about) return <Waiting what="the course" />;
  return (
    <Sheet
      label="Margin"
      margin={
        <>
          <Note title="It is proofed like any other">Cleared, it goes to the bank; else it waits on the bench with what the proof says. You have read its key, so it rests for you for seven days.</Note>
          {typed && <Tried key={kind} course={course} kind={kind} typed={typed} />}
        </>
      }
    >
      <h1 className="title mb-4">Write a question</h1>
      <label className="label mb-4 block max-w-xs">
        Kind
        <select className="field" value={kind} onChange={(e) => setKind(e.target.value as Kind)}>
          {kinds.map((k) => (
            <option key={k} value={k}>
              {roomOf(k).name}
            </option>
          ))}
        </select>
      </label>
      <EditForm
        key={kind}
        kind={kind}
        start={{ stem: "", level: "easy", topic: "", draft: roomOf(kind).fresh }}
        topics={about.topics}
        send="Save and proof"
        leave="Leave it"
        typed={setTyped}
        cancel={() => void go(`/courses/${course}/proof`)}
        save={async (body) => {
          await take(api.POST("/api/courses/{course}/questions/{question}", { params: { path: { course, question: id } }, body: { ...body, kind } }));
          await client.invalidateQueries({ queryKey: ["course", course, "bench"] });
          void go(`/courses/${course}/proof/${id}`);
        }}
      />
    </Sheet>
  );
}
