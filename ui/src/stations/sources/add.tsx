import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { api, asBytes, take } from "../../api/client";
import { Button } from "../../parts/button";
import { Trouble } from "../../parts/state";
import { Arriving, under, useArrivals } from "./arrivals";

interface Sending {
  id: string;
  name: string;
  error?: Error;
}

/** AddSource takes files, an address and pasted text, and shows how far each is. What is refused says why; the text stays where it was typed. */
export function AddSource({ course, done }: { course: string; done: (source: string) => void }) {
  const client = useQueryClient();
  const chooser = useRef<HTMLInputElement>(null);
  const [address, setAddress] = useState("");
  const [title, setTitle] = useState("");
  const [text, setText] = useState("");
  const [sending, setSending] = useState<Sending[]>([]);
  const [brought, setBrought] = useState<string[]>([]);
  const [over, setOver] = useState(false);
  const arrivals = useArrivals(course);
  const shown = arrivals.filter((a) => under(a) || brought.includes(a.id));

  // All that was brought here is read: put the dialog away and show the last.
  const here = brought.map((id) => arrivals.find((a) => a.id === id));
  const last = here.length > 0 && sending.length === 0 && here.every((a) => a?.state === "read" && a.says === "") ? here.at(-1)?.source_id : undefined;
  useEffect(() => {
    if (last !== undefined) done(last);
  }, [last, done]);

  const send = async (one: { name: string }, put: (arrival: string) => Promise<unknown>, after?: () => void) => {
    const id = crypto.randomUUID();
    setSending((l) => [...l.filter((s) => !s.error), { id, name: one.name }]);
    try {
      await put(id);
      setBrought((l) => [...l, id]);
      await client.invalidateQueries({ queryKey: ["course", course, "arrivals"] });
      setSending((l) => l.filter((s) => s.id !== id));
      after?.();
    } catch (error) {
      setSending((l) => l.map((s) => (s.id === id ? { ...s, error: error as Error } : s)));
    }
  };
  const bring = (name: string, body: Blob, after?: () => void) =>
    send(
      { name: name || "Pasted text" },
      (arrival) =>
        take(
          api.PUT("/api/courses/{course}/arrivals/{arrival}", {
            params: { path: { course, arrival }, query: { name } },
            ...asBytes(body),
          }),
        ),
      after,
    );
  const begin = () => setBrought([]);
  const files = (chosen: FileList | null) => {
    begin();
    for (const f of chosen ?? []) void bring(f.name, f);
  };
  const fetchIt = () => {
    begin();
    void send({ name: address }, (arrival) => take(api.PUT("/api/courses/{course}/arrivals/{arrival}/address", { params: { path: { course, arrival } }, body: { address } })), () => setAddress(""));
  };
  const paste = () => {
    begin();
    void bring(title.trim(), new Blob([text]), () => setText(""));
  };
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
      <input
        ref={chooser}
        type="file"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label="Files"
        onChange={(e) => {
          files(e.target.files);
          e.target.value = ""; // so that the same file can be brought again
        }}
      />
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => chooser.current?.click()}>Choose files</Button>
        <span className="text-ink-2">PDF, .docx, .odt, .epub, .html, text, captions, captioned films, .csv, .xlsx, pictures; or drop them here</span>
      </div>
      {(sending.length > 0 || shown.length > 0) && (
        <ul className="mt-4" role="status">
          {shown.map((a) => (
            <Arriving key={a.id} course={course} arrival={a} />
          ))}
          {sending.map((s) => (
            <li key={s.id} className="border-t border-line py-2 last:border-b">
              <b className="wrap-anywhere">{s.name}</b> {!s.error && <span className="text-ink-2">is being sent …</span>}
              <Trouble error={s.error} />
            </li>
          ))}
        </ul>
      )}
      <form
        className="mt-5"
        onSubmit={(e) => {
          e.preventDefault();
          fetchIt();
        }}
      >
        <label className="label block" htmlFor="address">
          Web address of an article or a captioned talk
        </label>
        <div className="flex items-end gap-3">
          <input id="address" className="field" inputMode="url" autoComplete="off" value={address} maxLength={2000} onChange={(e) => setAddress(e.target.value)} />
          <Button type="submit" disabled={address.trim() === ""}>
            Fetch it
          </Button>
        </div>
      </form>
      <label className="label mt-5 block" htmlFor="paste-title">
        Title of pasted text, if you like
      </label>
      <input id="paste-title" className="field" value={title} maxLength={200} onChange={(e) => setTitle(e.target.value)} />
      <label className="label mt-4 mb-1 block" htmlFor="paste">
        Pasted text
      </label>
      <textarea id="paste" rows={6} className="field font-read" value={text} onChange={(e) => setText(e.target.value)} placeholder="Headings on lines of their own, paragraphs parted by blank lines." />
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <Button tone="main" onClick={paste} disabled={text.trim() === ""}>
          Read the text
        </Button>
        <Link className="link" to={`/courses/${course}/sources/past`}>
          Past questions instead
        </Link>
        <Link className="link" to={`/courses/${course}/sources/formula`}>
          A formula instead
        </Link>
      </div>
    </div>
  );
}
