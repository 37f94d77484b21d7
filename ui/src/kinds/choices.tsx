import { letter } from "../parts/words";
import { Frame } from "./frame";
import { EditChosen, entries, Offer, offered } from "./options";
import type { Asking, Room } from "./room";

const toggled = ({ given, change }: Asking, id: string) => {
  const all = given.options ?? [];
  change({ options: all.includes(id) ? all.filter((x) => x !== id) : [...all, id] });
};

/** choices offers options of which any number may be right. */
export const choices: Room = {
  name: "Several right",
  Ask: (p) => (
    <Frame of={p.item}>
      <div role="group" aria-label="Options; several may be right" className="mt-6">
        {p.item.options.map((o, i) => {
          const on = p.given.options?.includes(o.id) === true;
          return (
            <button key={o.id} type="button" role="checkbox" aria-checked={on} className="opt" data-chosen={on || undefined} onClick={() => toggled(p, o.id)}>
              <Offer cap={letter(i)} text={o.text} on={on} />
            </button>
          );
        })}
      </div>
    </Frame>
  ),
  keys: (p) => p.item.options.map((o, i) => ({ key: letter(i), does: `Choose option ${letter(i)}, or not`, press: () => toggled(p, o.id) })),
  ...offered(),
  Edit: (p) => <EditChosen {...p} several />,
  fresh: { options: entries("abcd"), key: { options: [] } },
  marks: "several",
};
