import { useQuery } from "@tanstack/react-query";
import { createBrowserRouter, Navigate, Outlet, useParams, useRouteError } from "react-router";
import { Problem } from "./api/client";
import * as queries from "./api/queries";
import { Failing, Nothing, Waiting } from "./parts/state";
import { CoursePage } from "./stations/courses/course";
import { Courses } from "./stations/courses/courses";
import { DraftStation } from "./stations/draft/draft";
import { DrillStation } from "./stations/drill/drill";
import { Entrance } from "./stations/entrance/entrance";
import { GapsStation } from "./stations/gaps/gaps";
import { SourcesStation } from "./stations/sources/sources";
import { useSettings } from "./workline/desk";
import { Workline } from "./workline/workline";

/** SignedIn lets nobody in without a session. */
function SignedIn() {
  const { data, error, isPending, refetch } = useQuery(queries.me);
  useSettings(data?.settings);
  if (isPending) return <Waiting what="who you are" />;
  if (error instanceof Problem && error.status === 401) return <Navigate to="/sign-in" replace state={{ back: location.pathname }} />;
  if (error) return <Failing error={error} again={() => void refetch()} />;
  return <Outlet />;
}

/** InCourse is the desk of one course: the workline above, a station below. */
function InCourse() {
  const id = useParams().course ?? "";
  const { error, refetch } = useQuery(queries.course(id));
  return error && !(error instanceof Problem && error.status === 0) ? (
    <main className="p-8">
      <Failing error={error} again={() => void refetch()} />
      <a className="link" href="/courses">
        All courses
      </a>
    </main>
  ) : (
    <Live key={id} id={id} />
  );
}

function Live({ id }: { id: string }) {
  queries.useChanges(id);
  return (
    <div className="flex min-h-dvh flex-col">
      <Workline id={id} />
      <main className="flex min-h-0 flex-1 flex-col">
        <Outlet context={id} />
      </main>
    </div>
  );
}

function Lost() {
  return (
    <main className="p-10">
      <Nothing title="There is no such page">
        <p>The address may be mistyped, or what stood here was taken out.</p>
        <a className="link" href="/courses">
          All courses
        </a>
      </Nothing>
    </main>
  );
}

function Broken() {
  const error = useRouteError();
  return (
    <main>
      <Failing error={new Error(`This page broke while it was shown; nothing that was saved is lost. Load it again. (${error instanceof Error ? error.message : "unknown"})`)} again={() => location.reload()} />
    </main>
  );
}

export const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    children: [
      { path: "/sign-in", element: <Entrance way="in" /> },
      { path: "/sign-up", element: <Entrance way="up" /> },
      { path: "/recover", element: <Entrance way="recover" /> },
      {
        element: <SignedIn />,
        children: [
          { path: "/", element: <Navigate to="/courses" replace /> },
          { path: "/account", lazy: async () => ({ Component: (await import("./stations/account/account")).AccountPage }) },
          { path: "/courses", element: <Courses /> },
          { path: "/courses/new", element: <CoursePage /> },
          {
            path: "/courses/:course",
            element: <InCourse />,
            children: [
              { index: true, element: <Navigate to="sources" replace /> },
              { path: "course", element: <CoursePage /> },
              { path: "sources/past", lazy: async () => ({ Component: (await import("./stations/sources/past")).PastPaper }) },
              { path: "sources/formula", lazy: async () => ({ Component: (await import("./stations/sources/formula")).FormulaPage }) },
              { path: "sources/syllabus", lazy: async () => ({ Component: (await import("./stations/syllabus/syllabus")).SyllabusPage }) },
              { path: "sources/:source?", element: <SourcesStation /> },
              { path: "draft", element: <DraftStation /> },
              { path: "proof/write", lazy: async () => ({ Component: (await import("./stations/proof/write")).WriteStation }) },
              { path: "proof/bank/:question?", lazy: async () => ({ Component: (await import("./stations/proof/bank")).BankStation }) },
              { path: "proof/:question?", lazy: async () => ({ Component: (await import("./stations/proof/proof")).ProofStation }) },
              { path: "drill", element: <DrillStation /> },
              { path: "drill/cards", lazy: async () => ({ Component: (await import("./stations/drill/cards")).CardsStation }) },
              { path: "drill/:drill/:position?", lazy: async () => ({ Component: (await import("./stations/drill/run")).DrillRunPage }) },
              { path: "gaps", element: <GapsStation /> },
            ],
          },
        ],
      },
      { path: "*", element: <Lost /> },
    ],
  },
]);
