import type { ReactNode } from "react";

/** Table is a table of a source, its header first. */
export function Table({ rows, show = (text) => text }: { rows: string[][]; show?: (text: string) => ReactNode }) {
  const [head, ...body] = rows;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Table">
      <table className="w-full border-collapse text-left font-read text-[15px]">
        <thead>
          <tr>
            {head?.map((c, i) => (
              <th key={i} scope="col" className="border-b-2 border-line py-1.5 pr-4 font-ui text-[13px] font-semibold text-ink-2">
                {show(c) || <span className="sr-only">of what</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {body.map((r, i) => (
            <tr key={i}>
              {r.map((c, j) => (
                <td key={j} className="border-b border-line py-1.5 pr-4 align-top">
                  {show(c)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
