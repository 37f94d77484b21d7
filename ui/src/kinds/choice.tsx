import { RadioGroup } from "radix-ui";
import { letter } from "../parts/words";
import { Frame } from "./frame";
import { EditChosen, entries, Offer, offered } from "./options";
import type { Asking, Room } from "./room";

/** OneOf offers options of which one is chosen, each by the key that stands on it. */
export function OneOf({ item, given, change, caps = letter }: Asking & { caps?: (at: number) => string }) {
  return (
    <Frame of={item}>
      <RadioGroup.Root className="mt-6" aria-label="Options" value={given.options?.[0] ?? ""} onValueChange={(id) => change({ options: [id] })}>
        {item.options.map((o, i) => {
          const on = given.options?.[0] === o.id;
          return (
            <RadioGroup.Item key={o.id} value={o.id} className="opt" data-chosen={on || undefined}>
              <Offer cap={caps(i)} text={o.text} on={on} />
            </RadioGroup.Item>
          );
        })}
      </RadioGroup.Root>
    </Frame>
  );
}

/** choice offers options of which one is right. */
export const choice: Room = {
  name: "Choice",
  Ask: OneOf,
  keys: ({ item, change }) => item.options.map((o, i) => ({ key: letter(i), does: `Choose option ${letter(i)}`, press: () => change({ options: [o.id] }) })),
  ...offered(),
  Edit: EditChosen,
  fresh: { options: entries("abcd"), key: { options: ["a"] } },
  marks: "one",
};
