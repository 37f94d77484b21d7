import { OneOf } from "./choice";
import { EditChosen, offered } from "./options";
import type { Room } from "./room";

/** A statement is answered by the first letter of what it is. */
const cap = (at: number) => "tf"[at] ?? "";

/** truefalse asks whether its stem is true. */
export const truefalse: Room = {
  name: "True or false",
  Ask: (p) => <OneOf {...p} caps={cap} />,
  keys: ({ item, change }) => item.options.map((o, i) => ({ key: cap(i), does: `Say that it is ${o.text.toLowerCase()}`, press: () => change({ options: [o.id] }) })),
  ...offered(cap),
  Edit: (p) => <EditChosen {...p} fixed />,
  fresh: {
    options: [
      { id: "true", text: "True" },
      { id: "false", text: "False" },
    ],
    key: { options: ["true"] },
  },
  stemHint: "A statement, without a question mark.",
  marks: "one",
};
