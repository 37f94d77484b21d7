import { Button } from "../../parts/button";
import { Trouble } from "../../parts/state";
import type { useMany } from "./many";

/** Came says what came of a change of many questions, and takes it back. */
export function Came({ many }: { many: ReturnType<typeof useMany> }) {
  return (
    <>
      <Trouble error={many.error} />
      <p role="status" className="flex items-center gap-3 text-[13px] empty:hidden">
        {many.says}
        {many.back && (
          <Button small cap="z" onClick={many.back} disabled={many.busy}>
            Undo
          </Button>
        )}
      </p>
    </>
  );
}
