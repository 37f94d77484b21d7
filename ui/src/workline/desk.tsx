import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { DropdownMenu } from "radix-ui";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, take, type Settings } from "../api/client";
import * as queries from "../api/queries";
import { Cap } from "../parts/button";
import { Dialog } from "../parts/dialog";
import { allowLetters, useActiveKeys, useKeys } from "../parts/keys";

/** wear puts a theme on; "system" follows the machine. */
function wear(theme: string) {
  const dark = theme === "dark" || (theme === "system" && matchMedia("(prefers-color-scheme: dark)").matches);
  document.documentElement.dataset.theme = dark ? "dark" : "light";
}

/** wearLast puts on the theme of the last visit, before anything is shown. */
export function wearLast() {
  wear(localStorage.getItem("theme") ?? "system");
}

/** useSettings applies what the account chose about the interface. */
export function useSettings(settings: Settings | undefined) {
  useEffect(() => {
    if (!settings) return;
    allowLetters(settings.letter_keys);
    localStorage.setItem("theme", settings.theme);
    wear(settings.theme);
    const machine = matchMedia("(prefers-color-scheme: dark)");
    const follow = () => wear(settings.theme);
    machine.addEventListener("change", follow);
    return () => machine.removeEventListener("change", follow);
  }, [settings]);
}

const themes = [
  { value: "light", says: "Light" },
  { value: "dark", says: "Dark" },
  { value: "system", says: "As the machine" },
] as const;

const item = "flex cursor-default items-center justify-between gap-6 px-4 py-1.5 outline-none data-highlighted:bg-eye-wash";

/** Desk is what concerns the person and not the course: light, keys, leaving. */
export function Desk() {
  const client = useQueryClient();
  const go = useNavigate();
  const { data: me } = useQuery(queries.me);
  const [sheet, setSheet] = useState(false);
  useKeys([{ key: "?", does: "Show this list", press: () => setSheet(true) }]);
  const change = useMutation({
    mutationFn: (s: Settings) => take(api.PUT("/api/me/settings", { body: s })),
    // At once, so that a second choice builds on the first; what the server refuses is read anew.
    onMutate: (s) => client.setQueryData(queries.me.queryKey, (a) => a && { ...a, settings: s }),
    onError: () => client.invalidateQueries({ queryKey: queries.me.queryKey }),
  });
  const leave = useMutation({
    mutationFn: () => take(api.DELETE("/api/session")),
    onSuccess: () => {
      client.clear();
      void go("/sign-in");
    },
  });
  if (!me) return null;
  const settings = me.settings;
  return (
    <>
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger asChild>
          <button type="button" className="flex size-9 items-center justify-center rounded-full border border-[#4a525a] text-[13px] font-[650] uppercase hover:border-band-ink-2" aria-label={`Desk of ${me.name}`}>
            {me.name.slice(0, 2)}
          </button>
        </DropdownMenu.Trigger>
          <DropdownMenu.Content align="end" sideOffset={8} collisionPadding={12} className="z-40 min-w-60 rounded-sheet border border-ink-2 bg-paper py-2 text-ink">
            <DropdownMenu.Label className="label px-4 py-1">Desk of {me.name}</DropdownMenu.Label>
            <DropdownMenu.Item className={item} onSelect={() => void go("/courses")}>
              All courses
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => void go("/account")}>
              Your account
            </DropdownMenu.Item>
            <DropdownMenu.Separator className="my-2 border-t border-line" />
            <DropdownMenu.RadioGroup value={settings.theme} onValueChange={(theme) => change.mutate({ ...settings, theme: theme as Settings["theme"] })}>
              {themes.map((t) => (
                <DropdownMenu.RadioItem key={t.value} value={t.value} className={item} onSelect={(e) => e.preventDefault()}>
                  {t.says}
                  <DropdownMenu.ItemIndicator className="text-eye">chosen</DropdownMenu.ItemIndicator>
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
            <DropdownMenu.Separator className="my-2 border-t border-line" />
            <DropdownMenu.CheckboxItem
              className={item}
              checked={settings.letter_keys}
              onCheckedChange={(on) => change.mutate({ ...settings, letter_keys: on })}
              onSelect={(e) => e.preventDefault()}
            >
              Letter keys
              <span className="text-ink-2">{settings.letter_keys ? "on" : "off"}</span>
            </DropdownMenu.CheckboxItem>
            <DropdownMenu.Item className={item} onSelect={() => setSheet(true)}>
              List of keys <Cap name="?" apart />
            </DropdownMenu.Item>
            <DropdownMenu.Separator className="my-2 border-t border-line" />
            <DropdownMenu.Item className={item} onSelect={() => leave.mutate()}>
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
      </DropdownMenu.Root>
      <KeySheet open={sheet} close={() => setSheet(false)} letters={settings.letter_keys} />
    </>
  );
}

function KeySheet({ open, close, letters }: { open: boolean; close: () => void; letters: boolean }) {
  const keys = useActiveKeys();
  return (
    <Dialog open={open} close={close} title="Keys on this screen" says={letters ? "They are silent while you type." : "Letter keys are switched off; the others work."}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-5">
        {[...keys].reverse().map((k, i) => (
          <div key={`${k.key}${i}`} className="col-span-2 grid grid-cols-subgrid border-t border-line py-1.5">
            <dt>
              <Cap name={k.ctrl ? `Ctrl ${k.key}` : k.key} apart />
            </dt>
            <dd>{k.does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
