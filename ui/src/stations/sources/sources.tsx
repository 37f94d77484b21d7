import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { Link, NavLink, useNavigate, useOutletContext, useParams } from "react-router";
import { api, take, type Source } from "../../api/client";
import * as queries from "../../api/queries";
import { Button } from "../../parts/button";
import { Dialog } from "../../parts/dialog";
import { useKeys } from "../../parts/keys";
import { Failing, Nothing, Trouble, Waiting } from "../../parts/state";
import { counted } from "../../parts/words";
import { AddSource } from "./add";
import { Arriving, under, useArrivals } from "./arrivals";
import { ReadingView } from "./reading";
import { SearchAll } from "./search";

/** SourcesStation is the list of what was brought, and one of it in place. */
export function SourcesStation() {
  const course = useOutletContext<string>();
  const id = useParams().source;
  const go = useNavigate();
  const [adding, setAdding] = useState(false);
  const [searching, setSearching] = useState(false);
  const { data, error, refetch } = useQuery(queries.sources(course));
  const { data: about } = useQuery(queries.course(course));
  const coming = useArrivals(course).filter(under);
  const canAdd = about !== undefined && about.role !== "candidate";
  const at = data?.findIndex((s) => s.id === id) ?? -1;
  const step = (by: number) => {
    const next = data?.[at + by];
    if (next) void go(`/courses/${course}/sources/${next.id}`);
  };
  const added = useCallback(
    (source: string) => {
      setAdding(false);
      void go(`/courses/${course}/sources/${source}`);
    },
    [course, go],
  );
  useKeys([
    canAdd && { key: "a", does: "Add a source", press: () => setAdding(true) },
    { key: "j", does: "Next source", press: () => step(1) },
    { key: "k", does: "Source before", press: () => step(-1) },
  ]);
  useEffect(() => {
    document.title = "Sources · Zinc Owl";
    const first = data?.[0];
    if (id === undefined && first) void go(`/courses/${course}/sources/${first.id}${location.hash}`, { replace: true });
  }, [course, data, go, id]);
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="the sources" />;
  const add = canAdd && (
    <Button small cap="a" onClick={() => setAdding(true)}>
      Add
    </Button>
  );
  return (
    <>
      {data.length === 0 ? (
        <section className="mt-4 flex-1 border border-b-0 border-line bg-paper px-5 py-8 desk:ml-[76px] desk:rounded-tl-sheet desk:border-r-0 desk:px-[52px]">
          <Nothing title="Nothing to read yet">
            <p>Bring what you have: notes, textbooks, saved or live web pages, captions, tables. They are cut into passages that every question can lead back to.</p>
            {canAdd && (
              <Button tone="main" cap="a" onClick={() => setAdding(true)}>
                Add a source
              </Button>
            )}
            <p className="mt-4 mb-0!">
              Or begin with the{" "}
              <Link className="link" to={`/courses/${course}/sources/syllabus`}>
                syllabus
              </Link>
              .
            </p>
            {coming.length > 0 && (
              <ul className="mt-6" role="status">
                {coming.map((a) => (
                  <Arriving key={a.id} course={course} arrival={a} />
                ))}
              </ul>
            )}
          </Nothing>
        </section>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-1 desk:grid-cols-[262px_minmax(0,1fr)_min(340px,28vw)]">
          <nav aria-label="The sources" className="py-4 pl-5">
            <div className="mb-2.5 flex items-center justify-between pr-3.5">
              <h1 className="title">Sources</h1>
              {add}
            </div>
            <Link className="mb-3 block border-l-[3px] border-transparent py-1 pl-2.5 hover:bg-paper/60" to={`/courses/${course}/sources/syllabus`}>
              <b>Syllabus</b>{" "}
              <span className="text-[12.5px] text-ink-2">{about?.topics.length ? counted(about.topics.length, "topic") : "no topics yet"}</span>
            </Link>
            <SearchAll course={course} searching={setSearching} />
            {!searching && (
              <ul>
                {data.map((s) => (
                  <Row key={s.id} course={course} source={s} />
                ))}
              </ul>
            )}
            {coming.length > 0 && !adding && (
              <ul className="mt-2 pr-3.5 pl-3" role="status">
                {coming.map((a) => (
                  <Arriving key={a.id} course={course} arrival={a} />
                ))}
              </ul>
            )}
          </nav>
          {id === undefined ? <Waiting what="the source" /> : <Opened key={id} course={course} id={id} canChange={canAdd} />}
        </div>
      )}
      <Dialog open={adding} close={() => setAdding(false)} title="Add a source" says="Files, a web page, or text that you paste. A file you bring again with changes becomes a new version.">
        <AddSource
          course={course}
          done={added}
        />
      </Dialog>
    </>
  );
}

const kinds: Record<string, string> = { markdown: "Markdown", html: "Web page", captions: "Captions", table: "Table", xlsx: "Spreadsheet", pdf: "PDF", docx: "Document", odt: "Document", epub: "Book", paper: "Past paper", picture: "Picture" };

function Row({ course, source: s }: { course: string; source: Source }) {
  const share = s.passages === 0 ? 0 : (100 * s.drawn) / s.passages;
  return (
    <li>
      <NavLink
        to={`/courses/${course}/sources/${s.id}`}
        className={({ isActive }) => `block border-l-[3px] py-2 pr-3 pl-2.5 ${isActive ? "border-eye bg-paper" : "border-transparent hover:bg-paper/60"}`}
      >
        <b className="block leading-tight wrap-anywhere">{s.title}</b>
        <span className="text-[12.5px] text-ink-2">
          {kinds[s.kind] ?? "Text"}, {s.kind === "paper" ? counted(s.passages, "past question") : s.pages > 0 ? counted(s.pages, "page") : counted(s.words, "word")}
        </span>
        <span className="mt-1.5 block h-[3px] bg-line" role="img" aria-label={`Questions were drawn from ${s.drawn} of ${counted(s.passages, "passage")}`}>
          <span className="block h-full bg-cite" style={{ width: `${share}%` }} />
        </span>
      </NavLink>
    </li>
  );
}

function Opened({ course, id, canChange }: { course: string; id: string; canChange: boolean }) {
  const client = useQueryClient();
  const go = useNavigate();
  const { data, error, refetch } = useQuery(queries.reading(course, id));
  const [removing, setRemoving] = useState(false);
  const remove = useMutation({
    mutationFn: () => take(api.DELETE("/api/courses/{course}/sources/{source}", { params: { path: { course, source: id } } })),
    onSuccess: async () => {
      setRemoving(false);
      await client.invalidateQueries({ queryKey: ["course", course] });
      void go(`/courses/${course}/sources`);
    },
  });
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="the source" />;
  return (
    <>
      <ReadingView course={course} source={data} canChange={canChange} remove={() => setRemoving(true)} />
      <Dialog open={removing} close={() => setRemoving(false)} title={`Take out “${data.title}”?`} says="Questions drawn from it stay, and are proofed again without it; those that can't be shown any more wait on the bench.">
        <Trouble error={remove.error} />
        <div className="flex gap-2.5">
          <Button tone="main" onClick={() => remove.mutate()} disabled={remove.isPending}>
            Take it out
          </Button>
          <Button onClick={() => setRemoving(false)}>Leave it</Button>
        </div>
      </Dialog>
    </>
  );
}
