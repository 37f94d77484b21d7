import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type FormEvent } from "react";
import { api, take } from "../../api/client";
import * as queries from "../../api/queries";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Sheet } from "../../parts/sheet";
import { Failing, Trouble, Waiting } from "../../parts/state";
import { atMoment } from "../../parts/words";
import { Plain } from "../courses/plain";

/** AccountPage is where a person changes their password and sees where they are signed in. */
export function AccountPage() {
  const { data: me } = useQuery(queries.me);
  useEffect(() => {
    document.title = "Your account · Zinc Owl";
  }, []);
  return (
    <Plain>
      <Sheet
        label="About your account"
        margin={
          <>
            <Note tone="eye" title="There is no mail here">
              A forgotten password is set anew with one of your recovery codes, or by whoever runs this server. Both sign you out everywhere.
            </Note>
            <Note title="Somebody else at your account?">Change the password: every other browser is signed out at once.</Note>
          </>
        }
      >
        <h1 className="title mb-6">{me?.name ?? " "}</h1>
        <Password />
        <Places />
      </Sheet>
    </Plain>
  );
}

function Password() {
  const client = useQueryClient();
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const change = useMutation({
    mutationFn: () => take(api.PUT("/api/me/password", { body: { old, new: fresh } })),
    onSuccess: () => {
      setOld("");
      setFresh("");
      void client.invalidateQueries({ queryKey: queries.sessions.queryKey });
    },
  });
  const send = (e: FormEvent) => {
    e.preventDefault();
    change.mutate();
  };
  return (
    <form onSubmit={send} className="max-w-sm" aria-label="Another password">
      <h2 className="text-[16px] font-[650]">Another password</h2>
      <label className="label mt-4 block" htmlFor="old">
        The one you have
      </label>
      <input id="old" type="password" className="field" value={old} onChange={(e) => setOld(e.target.value)} autoComplete="current-password" required />
      <label className="label mt-4 block" htmlFor="fresh">
        The new one
      </label>
      <input id="fresh" type="password" className="field" value={fresh} onChange={(e) => setFresh(e.target.value)} autoComplete="new-password" aria-describedby="length" required />
      <p id="length" className="mt-1 text-[13px] text-ink-2">
        At least 10 characters; a sentence is easy to keep in mind.
      </p>
      <Trouble error={change.error} />
      <div className="mt-5 flex items-center gap-4">
        <Button tone="main" type="submit" disabled={change.isPending}>
          Change the password
        </Button>
        <span role="status" className="text-ink-2">
          {change.isSuccess ? "Changed. Other browsers are signed out." : ""}
        </span>
      </div>
    </form>
  );
}

function Places() {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery(queries.sessions);
  const end = useMutation({
    mutationFn: (session?: string) =>
      session ? take(api.DELETE("/api/me/sessions/{session}", { params: { path: { session } } })) : take(api.DELETE("/api/me/sessions")),
    onSettled: () => client.invalidateQueries({ queryKey: queries.sessions.queryKey }),
  });
  if (error) return <Failing error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="where you are signed in" />;
  const elsewhere = data.filter((s) => !s.here).length;
  return (
    <section className="mt-10 max-w-2xl" aria-labelledby="places">
      <h2 id="places" className="mb-3 text-[16px] font-[650]">
        Where you are signed in
      </h2>
      <ul>
        {data.map((s) => (
          <li key={s.id} className="flex items-center justify-between gap-4 border-t border-line py-2.5">
            <div className="min-w-0">
              <b className="block truncate">{named(s.device)}</b>
              <span className="block text-[13px] text-ink-2">{s.here ? "Here, now" : `Last used ${atMoment(s.seen_at)}`}</span>
              <span className="block text-[13px] text-ink-2">Signed in {atMoment(s.created_at)}</span>
            </div>
            {!s.here && (
              <Button small disabled={end.isPending} onClick={() => end.mutate(s.id)} aria-label={`Sign out in ${named(s.device)}, last used ${atMoment(s.seen_at)}`}>
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Trouble error={end.error} />
      {elsewhere > 1 && (
        <div className="border-t border-line pt-4">
          <Button disabled={end.isPending} onClick={() => end.mutate(undefined)}>
            Sign out everywhere but here
          </Button>
        </div>
      )}
    </section>
  );
}

const systems: [RegExp, string][] = [
  [/Android/, "an Android device"],
  [/iPhone|iPad/, "an iPhone or iPad"],
  [/Windows/, "Windows"],
  [/Mac OS X/, "a Mac"],
  [/CrOS/, "a Chromebook"],
  [/Linux/, "Linux"],
];

/** named is what a browser says of itself, in short: the machine it runs on. */
function named(device: string): string {
  const system = systems.find(([sign]) => sign.test(device))?.[1];
  return system ? `A browser on ${system}` : device.slice(0, 60) || "A browser without a name";
}
