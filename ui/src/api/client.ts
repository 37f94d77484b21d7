import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Settings = Schemas["Settings"];
export type Course = Schemas["Course"];
export type Topic = Schemas["Topic"];
export type Syllabus = Schemas["Syllabus"];
export type SyllabusTopic = Schemas["SyllabusTopic"];
export type OutlineView = Schemas["OutlineView"];
export type Placed = Schemas["Placed"];
export type Weight = Schemas["Weight"];
export type Source = Schemas["Source"];
export type Arrival = Schemas["Arrival"];
export type AboutSource = Schemas["AboutSource"];
export type Paper = Schemas["Paper"];
export type PaperText = Schemas["PaperText"];
export type Question = Schemas["Question"];
export type Stimulus = Schemas["Stimulus"];
export type Drawing = Schemas["Figure"];
export type Reading = Schemas["Reading"];
export type Passage = Schemas["Passage"];
export type Hit = Schemas["Hit"];
export type Found = Schemas["Found"];
export type Formula = Schemas["Formula"];
export type Batch = Schemas["Batch"];
export type Brief = Schemas["Brief"];
export type Card = Schemas["Card"];
export type CardLook = Schemas["CardLook"];
export type Deck = Schemas["Deck"];
export type Challenge = Schemas["Challenge"];
export type Claim = Schemas["Claim"];
export type BankItem = Schemas["BankItem"];
export type BenchItem = Schemas["BenchItem"];
export type ManyChange = Schemas["ManyChange"];
export type Benched = Schemas["Benched"];
export type Former = Schemas["Former"];
export type Finding = Schemas["Finding"];
export type Evidence = Schemas["Evidence"];
export type Ratings = Schemas["Ratings"];
export type Looked = Schemas["Looked"];
export type Locator = Schemas["Locator"];
export type Drill = Schemas["Drill"];
export type DrillRun = Schemas["DrillRun"];
export type DrillItem = Schemas["DrillItem"];
export type Given = Schemas["Given"];
export type Ask = Schemas["Ask"];
export type Gap = Schemas["Gap"];
export type Forecast = Schemas["Forecast"];
export type Level = "easy" | "medium" | "hard";
/** What a proof comes to; a question is sound, and can be drilled, when it is cleared or worked out. */
export type Verdict = "cleared" | "worked" | "held" | "faulted" | "unproven";
export const sound = (v: Verdict) => v === "cleared" || v === "worked";

/** What is written is small but for files, and has to arrive also when the page is left at once: a browser sees to that up to 64 kB. */
const small = 20_000;

/** Lasting is a request that outlives its page where it is a small write. */
class Lasting extends Request {
  constructor(input: RequestInfo | URL, init: RequestInit = {}) {
    const body = init.body;
    super(input, { ...init, keepalive: init.method !== "GET" && (body === undefined || body === null || (typeof body === "string" && body.length < small)) });
  }
}

export const api = createClient<paths>({ baseUrl: "/", Request: Lasting });

/** asBytes is the part of a request that sends a text or a file as it is. */
export const asBytes = (body: string | Blob) => ({
  body: body as string,
  bodySerializer: (b: unknown) => b as Blob,
  headers: { "Content-Type": "application/octet-stream" },
});

/** Problem is an answer that says what went wrong, in a sentence to show. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    says: string,
  ) {
    super(says);
  }
}

const unreachable = "The server can't be reached; what you typed is still here. Check the connection and try again.";

/** take waits for an answer and gives its body, or throws a Problem. */
export async function take<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: Awaited<typeof answer>;
  try {
    got = await answer;
  } catch {
    throw new Problem(0, unreachable);
  }
  if (got.response.ok && got.data !== undefined) return got.data;
  if (got.response.status === 413) throw new Problem(413, "This is too large to be brought at once; split it at a chapter and bring the parts.");
  const e = got.error as Schemas["ErrorModel"] | undefined;
  const detail = e?.errors?.[0];
  const says = detail?.message ? `${detail.location?.replace(/^body\./, "") ?? ""}: ${detail.message}` : e?.detail;
  throw new Problem(got.response.status, says ?? unreachable);
}
