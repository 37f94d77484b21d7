import { blanks } from "./blanks";
import { choice } from "./choice";
import { choices } from "./choices";
import { match } from "./match";
import type { Kind, Room } from "./room";
import { expression, numeric, solution } from "./typed";
import { essay, short } from "./written";

/** rooms has a room for each kind of question that the server knows; one that is missing does not compile. */
const rooms: Record<Kind, Room> = { choice, choices, truefalse: choice, numeric, blanks, expression, solution, short, essay, match };

export const roomOf = (kind: Kind): Room => rooms[kind];
export { answered, type Draft, type Kind, type Room } from "./room";
