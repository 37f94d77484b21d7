import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { me } from "./api/queries";
import { router } from "./app";
import "./look.css";
import { wearLast } from "./workline/desk";

wearLast();
setNonce(document.querySelector<HTMLMetaElement>("meta[name=csp-nonce]")?.content ?? "");

/** signedOut leads to the entrance when a session has ended in the middle. */
function signedOut(error: Error) {
  if (!(error instanceof Problem) || error.status !== 401 || /^\/(sign-|recover)/.test(location.pathname)) return;
  client.removeQueries({ queryKey: me.queryKey });
  void router.navigate("/sign-in", { state: { back: location.pathname } });
}

const client: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: signedOut }),
  mutationCache: new MutationCache({ onError: signedOut }),
  defaultOptions: {
    // What is busy is asked again; what fails otherwise says so at once.
    queries: { retry: (n, e) => e instanceof Problem && (e.status === 0 || e.status === 503) && n < 2, retryDelay: 2_000, staleTime: 10_000, refetchOnWindowFocus: false },
  },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
