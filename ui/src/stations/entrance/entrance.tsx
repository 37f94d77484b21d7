import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type FormEvent } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { api, take } from "../../api/client";
import { Note } from "../../marginalia/note";
import { Button } from "../../parts/button";
import { Sheet } from "../../parts/sheet";
import { Trouble } from "../../parts/state";

type Way = "in" | "up" | "recover";

const words: Record<Way, { title: string; act: string }> = {
  in: { title: "Sign in", act: "Sign in" },
  up: { title: "Make an account", act: "Make the account" },
  recover: { title: "Use a recovery code", act: "Set the password" },
};

/** Entrance is where a person signs in, up, or comes back with a recovery code. */
export function Entrance({ way }: { way: Way }) {
  const client = useQueryClient();
  const go = useNavigate();
  const back = (useLocation().state as { back?: string } | null)?.back ?? "/courses";
  const [name, setName] = useState("");
  const [code, setCode] = useState("");
  const [password, setPassword] = useState("");
  const [codes, setCodes] = useState<string[]>();
  const enter = useMutation({
    mutationFn: async () => {
      if (way === "up") {
        const joined = await take(api.POST("/api/accounts", { body: { name, password } }));
        return joined.codes;
      }
      if (way === "recover") await take(api.POST("/api/recovery", { body: { name, code, password } }));
      else await take(api.POST("/api/session", { body: { name, password } }));
      return undefined;
    },
    onSuccess: (fresh) => {
      client.clear();
      if (fresh) setCodes(fresh);
      else void go(back, { replace: true });
    },
  });
  const send = (e: FormEvent) => {
    e.preventDefault();
    enter.mutate();
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex h-16 items-center gap-3 bg-band px-5 text-band-ink">
        <img src="/owl.svg" alt="" width={30} height={30} />
        <b className="text-[17px]">Zinc Owl</b>
      </header>
      <main className="flex flex-1 flex-col pt-4">
        <Sheet label="What this is" margin={<About way={way} />}>
          {codes ? (
            <Codes name={name} codes={codes} done={() => void go("/courses/new", { replace: true })} />
          ) : (
            <form onSubmit={send} className="max-w-sm" aria-label={words[way].title}>
              <h1 className="title mb-5">{words[way].title}</h1>
              <label className="label mt-4 block" htmlFor="name">
                Name
              </label>
              <input id="name" className="field" value={name} onChange={(e) => setName(e.target.value)} autoComplete="username" autoFocus required />
              {way === "recover" && (
                <>
                  <label className="label mt-4 block" htmlFor="code">
                    Recovery code
                  </label>
                  <input id="code" className="field num" value={code} onChange={(e) => setCode(e.target.value)} autoComplete="off" required />
                </>
              )}
              <label className="label mt-4 block" htmlFor="password">
                {way === "recover" ? "New password" : "Password"}
              </label>
              <input
                id="password"
                type="password"
                className="field"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
                autoComplete={way === "in" ? "current-password" : "new-password"}
                aria-describedby={way === "in" ? undefined : "length"}
                required
              />
              {way !== "in" && (
                <p id="length" className="mt-1 text-[13px] text-ink-2">
                  At least 10 characters; a sentence is easy to keep in mind.
                </p>
              )}
              <Trouble error={enter.error} />
              <div className="mt-6">
                <Button tone="main" type="submit" cap="Enter" disabled={enter.isPending}>
                  {words[way].act}
                </Button>
              </div>
              <p className="mt-6 flex flex-wrap gap-x-5 gap-y-1">
                {way !== "in" && (
                  <Link className="link" to="/sign-in">
                    Sign in
                  </Link>
                )}
                {way !== "up" && (
                  <Link className="link" to="/sign-up">
                    Make an account
                  </Link>
                )}
                {way !== "recover" && (
                  <Link className="link" to="/recover">
                    Password forgotten
                  </Link>
                )}
              </p>
            </form>
          )}
        </Sheet>
      </main>
    </div>
  );
}

function Codes({ name, codes, done }: { name: string; codes: string[]; done: () => void }) {
  const keep = () => {
    const file = new Blob([`Zinc Owl recovery codes of ${name}\n\n${codes.join("\n")}\n`], { type: "text/plain" });
    const link = document.createElement("a");
    link.href = URL.createObjectURL(file);
    link.download = "zinc-owl-recovery-codes.txt";
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <section aria-labelledby="codes">
      <h1 id="codes" className="title mb-2">
        Your recovery codes
      </h1>
      <p className="mb-4 max-w-prose text-ink-2">There is no mail here: each of these sets a new password once if you forget yours. They are shown only now, so write them down.</p>
      <ul className="num mb-6 grid max-w-xl grid-cols-1 gap-x-10 text-[16px] sm:grid-cols-2">
        {codes.map((c) => (
          <li key={c} className="border-t border-line py-2">
            {c}
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2.5">
        <Button tone="main" onClick={done} autoFocus>
          I have written them down
        </Button>
        <Button onClick={keep}>Save as a file</Button>
      </div>
    </section>
  );
}

function About({ way }: { way: Way }) {
  return way === "recover" ? (
    <Note title="No code left?">Whoever runs this server can set a new password for you.</Note>
  ) : (
    <>
      <Note tone="eye" title="From notes to what is weak">
        Bring your notes. Questions are drafted from them, each one is proofed against what they say, and the drill finds the topics where your marks are.
      </Note>
      <Note tone="sound" title="Nothing unproven">
        No question reaches a drill before its key has been shown to be right.
      </Note>
      <Note tone="cite" title="Evidence">
        Every answer leads back to the line it was drawn from, and every wrong option knows the slip behind it.
      </Note>
    </>
  );
}
