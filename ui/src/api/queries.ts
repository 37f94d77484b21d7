import { queryOptions, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, take } from "./client";

/** Every query of a course is keyed below ["course", id], by what it shows. */
export const me = queryOptions({ queryKey: ["me"], queryFn: () => take(api.GET("/api/me")), retry: false, staleTime: Infinity });
export const sessions = queryOptions({ queryKey: ["me", "sessions"], queryFn: () => take(api.GET("/api/me/sessions")) });
export const courses = queryOptions({ queryKey: ["courses"], queryFn: () => take(api.GET("/api/courses")) });

const at = (course: string) => ({ params: { path: { course } } });

export const course = (id: string) => queryOptions({ queryKey: ["course", id, "counts"], queryFn: () => take(api.GET("/api/courses/{course}", at(id))) });
export const sources = (id: string) => queryOptions({ queryKey: ["course", id, "sources"], queryFn: () => take(api.GET("/api/courses/{course}/sources", at(id))) });
export const arrivals = (id: string) => queryOptions({ queryKey: ["course", id, "arrivals"], queryFn: () => take(api.GET("/api/courses/{course}/arrivals", at(id))) });
export const reading = (id: string, source: string) =>
  queryOptions({
    queryKey: ["course", id, "reading", source],
    queryFn: async () => {
      const part = (from: number) => take(api.GET("/api/courses/{course}/sources/{source}", { params: { path: { course: id, source }, query: { from } } }));
      const whole = await part(0);
      for (let next = whole.next; next > 0; ) {
        const more = await part(next);
        whole.list.push(...more.list);
        next = more.next;
      }
      return whole;
    },
  });
export const syllabus = (id: string) => queryOptions({ queryKey: ["course", id, "syllabus"], queryFn: () => take(api.GET("/api/courses/{course}/syllabus", at(id))) });
export const placedIn = (id: string, topic?: string) =>
  queryOptions({
    queryKey: ["course", id, "placed", topic ?? ""],
    queryFn: () => take(api.GET("/api/courses/{course}/syllabus/placed", { params: { path: { course: id }, query: { topic } } })),
  });
export const search = (id: string, words: string) =>
  queryOptions({
    queryKey: ["course", id, "search", words],
    queryFn: () => take(api.GET("/api/courses/{course}/search", { params: { path: { course: id }, query: { words } } })),
    gcTime: 60_000,
  });
export const says = (id: string, statement: string) =>
  queryOptions({
    queryKey: ["course", id, "says", statement],
    queryFn: () => take(api.GET("/api/courses/{course}/says", { params: { path: { course: id }, query: { statement } } })),
    gcTime: 60_000,
  });
export const silent = (id: string, source: string, from: number, count: number) =>
  queryOptions({
    queryKey: ["course", id, "reading", source, "silent", from, count],
    queryFn: () => take(api.GET("/api/courses/{course}/sources/{source}/silent", { params: { path: { course: id, source }, query: { from, count } } })),
    gcTime: 60_000,
  });
export const terms = (id: string, source: string) =>
  queryOptions({
    queryKey: ["course", id, "reading", source, "terms"],
    queryFn: () => take(api.GET("/api/courses/{course}/sources/{source}/terms", { params: { path: { course: id, source } } })),
    gcTime: 60_000,
  });
export const ties = (id: string, source: string, from: number, count: number) =>
  queryOptions({
    queryKey: ["course", id, "reading", source, "ties", from, count],
    queryFn: () => take(api.GET("/api/courses/{course}/sources/{source}/ties", { params: { path: { course: id, source }, query: { from, count } } })),
    gcTime: 60_000,
  });
export const bears = (id: string) => queryOptions({ queryKey: ["course", id, "bears"], queryFn: () => take(api.GET("/api/courses/{course}/bears", at(id))) });
export const batch = (id: string, batch: string) =>
  queryOptions({ queryKey: ["course", id, "batches", batch], queryFn: () => take(api.GET("/api/courses/{course}/batches/{batch}", { params: { path: { course: id, batch } } })) });
export const briefs = (id: string) => queryOptions({ queryKey: ["course", id, "batches", "briefs"], queryFn: () => take(api.GET("/api/courses/{course}/briefs", at(id))) });
export const batches = (id: string) => queryOptions({ queryKey: ["course", id, "batches"], queryFn: () => take(api.GET("/api/courses/{course}/batches", at(id))) });
export const cards = (id: string) => queryOptions({ queryKey: ["course", id, "batches", "cards"], queryFn: () => take(api.GET("/api/courses/{course}/cards", { params: { path: { course: id }, query: { east: -new Date().getTimezoneOffset() } } })) });
export const bench = (id: string) => queryOptions({ queryKey: ["course", id, "bench"], queryFn: () => take(api.GET("/api/courses/{course}/bench", at(id))) });
export const bank = (id: string) => queryOptions({ queryKey: ["course", id, "bench", "bank"], queryFn: () => take(api.GET("/api/courses/{course}/bank", at(id))) });
export const question = (id: string, question: string) =>
  queryOptions({
    queryKey: ["course", id, "question", question],
    queryFn: () => take(api.GET("/api/courses/{course}/questions/{question}", { params: { path: { course: id, question } } })),
  });
export const challenges = (id: string, question: string) =>
  queryOptions({
    queryKey: ["course", id, "question", question, "challenges"],
    queryFn: () => take(api.GET("/api/courses/{course}/questions/{question}/challenges", { params: { path: { course: id, question } } })),
  });
export const lookedUp = (id: string, question: string, version: number) =>
  queryOptions({
    queryKey: ["course", id, "says", question, version],
    queryFn: () => take(api.GET("/api/courses/{course}/questions/{question}/looked-up", { params: { path: { course: id, question } } })),
    gcTime: 60_000,
  });
export const versions = (id: string, question: string) =>
  queryOptions({
    queryKey: ["course", id, "question", question, "versions"],
    queryFn: () => take(api.GET("/api/courses/{course}/questions/{question}/versions", { params: { path: { course: id, question } } })),
  });
export const notices = (id: string) => queryOptions({ queryKey: ["course", id, "drill", "notices"], queryFn: () => take(api.GET("/api/courses/{course}/notices", at(id))) });
export const drills = (id: string) => queryOptions({ queryKey: ["course", id, "drills"], queryFn: () => take(api.GET("/api/courses/{course}/drills", at(id))) });
export const drill = (id: string, drill: string) =>
  queryOptions({
    queryKey: ["course", id, "drill", drill],
    queryFn: () => take(api.GET("/api/courses/{course}/drills/{drill}", { params: { path: { course: id, drill } } })),
  });
export const drillItem = (id: string, drill: string, position: number) =>
  queryOptions({
    queryKey: ["course", id, "place", drill, position],
    queryFn: () => take(api.GET("/api/courses/{course}/drills/{drill}/places/{position}", { params: { path: { course: id, drill, position } } })),
    staleTime: Infinity,
  });
export const forecast = (id: string) => queryOptions({ queryKey: ["course", id, "gaps", "forecast"], queryFn: () => take(api.GET("/api/courses/{course}/forecast", at(id))) });
export const slips = (id: string) => queryOptions({ queryKey: ["course", id, "gaps", "slips"], queryFn: () => take(api.GET("/api/courses/{course}/slips", at(id))) });
export const gaps = (id: string) => queryOptions({ queryKey: ["course", id, "gaps"], queryFn: () => take(api.GET("/api/courses/{course}/gaps", at(id))) });

/** What has to be read anew when the server says that something changed. */
const touched: Record<string, string[]> = {
  course: ["counts", "bears", "gaps", "reading", "syllabus", "placed"],
  arrivals: ["arrivals", "counts"],
  sources: ["counts", "sources", "bears", "bench", "reading", "search", "says", "syllabus", "placed"],
  batches: ["counts", "batches", "bench", "bears", "sources", "syllabus"],
  bench: ["counts", "bench", "syllabus"],
  drills: ["counts", "drills"],
  responses: ["counts", "drills", "gaps"],
};

/** Changes that come in quick succession are gathered: a first one is shown after a moment, those that follow once a second, in milliseconds. */
const pause = 150;
const between = 1000;

/** useChanges keeps what is shown of a course live. */
export function useChanges(id: string) {
  const client = useQueryClient();
  useEffect(() => {
    const line = new EventSource(`/api/courses/${id}/changes`);
    const pending = new Set<string>();
    let timer = 0;
    let last = 0;
    let opened = false;
    const refresh = () => {
      timer = 0;
      last = performance.now();
      for (const what of pending) void client.invalidateQueries({ queryKey: ["course", id, what] });
      pending.clear();
    };
    const add = (all: string[]) => {
      for (const what of all) pending.add(what);
      if (pending.size > 0 && timer === 0) timer = window.setTimeout(refresh, Math.max(pause, last + between - performance.now()));
    };
    line.onopen = () => {
      if (opened) add(Object.values(touched).flat()); // after a lost connection anything may have changed
      opened = true;
    };
    line.onmessage = (e: MessageEvent<string>) => add(touched[(JSON.parse(e.data) as { what: string }).what] ?? []);
    return () => {
      line.close();
      window.clearTimeout(timer);
    };
  }, [client, id]);
}
