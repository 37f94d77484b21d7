import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, take, type Source } from "../../api/client";
import { Button } from "../../parts/button";
import { Mark } from "../../parts/mark";

interface Brought {
  name: string;
  state: "reading" | "read" | "refused";
  says?: string;
}

/** AddSource takes files and pasted text. What is refused says why; the text stays where it was typed. */
export function AddSource({ course, done }: { course: string; done: (added: Source) => void }) {
  const client = useQueryClient();
  const chooser = useRef<HTMLInputElement>(null);
  const [title, setTitle] = useState("");
  const [text, setText] = useState("");
  const [list, setList] = useState<Brought[]>([]);
  const [over, setOver] = useState(false);

  const bring = async (name: string, body: Blob) =>
    take(
      api.POST("/api/courses/{course}/sources", {
        params: { path: { course }, query: { name } },
        body: body as unknown as string,
        bodySerializer: (b) => b as unknown as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );

  const bringAll = async (all: { name: string; body: Blob }[], after?: () => void) => {
    let last: Source | undefined;
    let refused = false;
    setList(all.map((f) => ({ name: f.name || "Pasted text", state: "reading" })));
    for (const [i, f] of all.entries()) {
      const end = (b: Partial<Brought>) => setList((l) => l.map((x, j) => (i === j ? { ...x, ...b } : x)));
      try {
        last = await bring(f.name, f.body);
        end({ state: "read", name: last.title });
      } catch (e) {
        refused = true;
        end({ state: "refused", says: (e as Error).message });
      }
    }
    await client.invalidateQueries({ queryKey: ["course", course] });
    if (last && !refused) {
      after?.();
      done(last);
    }
  };
  const files = (chosen: FileList | null) => {
    if (chosen && chosen.length > 0) void bringAll([...chosen].map((f) => ({ name: f.name, body: f })));
  };
  const paste = () => void bringAll([{ name: title.trim(), body: new Blob([text]) }], () => setText(""));
  const reading = list.some((b) => b.state === "reading");
  return (
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        files(e.dataTransfer.files);
      }}
      className={over ? "outline-2 outline-offset-8 outline-eye" : ""}
    >
      <input ref={chooser} type="file" multiple accept=".pdf,.txt,.md,.markdown,.docx,.odt,.epub,.html,.htm,.vtt,.srt,.ttml,.csv,.tsv,.xlsx,text/*" className="sr-only" tabIndex={-1} aria-label="Files" onChange={(e) => files(e.target.files)} />
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => chooser.current?.click()} disabled={reading}>
          Choose files
        </Button>
        <span className="text-ink-2">PDF, .docx, .odt, .epub, .html, text, captions, .csv, .xlsx; or drop them here</span>
      </div>
      {list.length > 0 && (
        <ul className="mt-4" role="status">
          {list.map((b, i) => (
            <li key={i} className="border-t border-line py-2 last:border-b">
              <span className="flex items-baseline gap-2.5">
                {b.state === "reading" ? <i className="turning inline-block size-3 shrink-0 rounded-full border-2 border-eye border-r-transparent" /> : <Mark verdict={b.state === "read" ? "cleared" : "faulted"} label={b.state} />}
                <b className="wrap-anywhere">{b.name}</b>
                <span className="text-ink-2">{b.state === "reading" ? "is being read …" : b.state === "read" ? "is read" : ""}</span>
              </span>
              {b.says && <p className="mt-1 pl-[22px]">{b.says}</p>}
            </li>
          ))}
        </ul>
      )}
      <label className="label mt-5 block" htmlFor="paste-title">
        Title of pasted text, if you like
      </label>
      <input id="paste-title" className="field" value={title} maxLength={200} onChange={(e) => setTitle(e.target.value)} />
      <label className="label mt-4 mb-1 block" htmlFor="paste">
        Pasted text
      </label>
      <textarea id="paste" rows={8} className="field font-read" value={text} onChange={(e) => setText(e.target.value)} placeholder="Headings on lines of their own, paragraphs parted by blank lines." />
      <div className="mt-4">
        <Button tone="main" onClick={paste} disabled={reading || text.trim() === ""}>
          Read the text
        </Button>
      </div>
    </div>
  );
}
