import { blanks } from "./blanks";
import { choice } from "./choice";
import { choices } from "./choices";
import { grid } from "./grid";
import { match } from "./match";
import { order } from "./order";
import type { Kind, Room } from "./room";
import { truefalse } from "./truefalse";
import { expression, numeric, solution } from "./typed";
import { essay, short } from "./written";

/** rooms has a room for each kind of question that the server knows; one that is missing does not compile. */
const rooms: Record<Kind, Room> = { choice, choices, truefalse, numeric, blanks, expression, solution, short, essay, match, order, grid };

/** kinds are all of them, in the order in which they are offered. */
export const kinds = Object.keys(rooms) as Kind[];

export const roomOf = (kind: Kind): Room => rooms[kind];
export { answered, type Draft, type Kind, type Room } from "./room";
