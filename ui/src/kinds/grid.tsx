import type { ReactNode } from "react";
import { Prose } from "../parts/prose";
import { Frame } from "./frame";
import type { Room } from "./room";

const name = (row: number, column: number) => `r${row + 1}c${column + 1}`;

/** Cells is a table whose empty cells are what `fill` makes of them. */
export function Cells({ rows, fill }: { rows: string[][]; fill: (cell: string, says: string) => ReactNode }) {
  const [head = [], ...body] = rows;
  return (
    <div className="mt-6 overflow-x-auto">
      <table className="w-full border-collapse text-left text-[15px]">
        <thead>
          <tr>
            {head.map((h, c) => (
              <th key={c} scope="col" className="border-b border-ink-3 px-2 py-1.5 font-[650]">
                {h ? <Prose text={h} /> : fill(name(0, c), `column ${c + 1}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {body.map((row, r) => (
            <tr key={r}>
              {row.map((text, c) => (
                <td key={c} className="border-b border-line px-2 py-1.5 align-top">
                  {text.trim() ? <Prose text={text} /> : fill(name(r + 1, c), `${row[0] || `row ${r + 1}`}, ${head[c] || `column ${c + 1}`}`)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** grid asks for the empty cells of a table. */
export const grid: Room = {
  name: "Table",
  Ask: ({ item, given, change }) => (
    <Frame of={item}>
      <Cells
        rows={item.rows}
        fill={(cell, says) => (
          <input
            className="w-full min-w-24 border-0 border-b-2 border-eye bg-eye-wash px-2 py-0.5 font-read"
            aria-label={says}
            autoComplete="off"
            spellCheck={false}
            value={given.cells?.[cell] ?? ""}
            onChange={(e) => change({ cells: { ...given.cells, [cell]: e.target.value } })}
          />
        )}
      />
    </Frame>
  ),
  Outcome: ({ item }) => {
    const f = item.feedback!;
    const right = (cell: string) => f.key.cells?.[cell]?.split("|")[0]?.trim() ?? "";
    return (
      <Frame of={item}>
        <Cells
          rows={item.rows}
          fill={(cell) => {
            const mine = f.given.cells?.[cell]?.trim() ?? "";
            return (
              <>
                <b className="text-sound">{right(cell)}</b>
                {mine && mine.toLowerCase() !== right(cell).toLowerCase() && <span className="block text-[13px] text-ink-2">you wrote {mine}</span>}
              </>
            );
          }}
        />
      </Frame>
    );
  },
  Shown: ({ question: q }) => (
    <Frame of={q}>
      <Cells rows={q.rows} fill={(cell) => <b className="text-sound">{q.revealed?.question.key.cells?.[cell] ?? <span className="sr-only">empty</span>}</b>} />
    </Frame>
  ),
  fresh: { rows: [["", ""], ["", ""]], key: { cells: {} } },
  Edit: ({ draft: d, change }) => {
    const rows = d.rows ?? [];
    const filled = d.key.cells ?? {};
    const wide = rows[0]?.length ?? 0;
    return (
      <fieldset>
        <legend className="label mb-1">The table; what is asked for is left empty, and its answer written below the line</legend>
        <div className="overflow-x-auto">
          <table className="w-full border-collapse">
            <tbody>
              {rows.map((row, r) => (
                <tr key={r}>
                  {row.map((text, c) => (
                    <td key={c} className="border border-line p-1 align-top">
                      <input
                        className="field"
                        aria-label={`Row ${r + 1}, column ${c + 1}`}
                        value={text}
                        onChange={(e) => {
                          const { [name(r, c)]: gone, ...rest } = filled;
                          change({ rows: rows.map((x, i) => (i === r ? x.map((y, j) => (j === c ? e.target.value : y)) : x)), key: { cells: e.target.value.trim() && gone !== undefined ? rest : filled } });
                        }}
                      />
                      {!text.trim() && (
                        <input
                          className="field text-sound"
                          aria-label={`Answer in row ${r + 1}, column ${c + 1}`}
                          placeholder="answer"
                          value={filled[name(r, c)] ?? ""}
                          onChange={(e) => {
                            const { [name(r, c)]: _gone, ...rest } = filled;
                            change({ key: { cells: e.target.value ? { ...rest, [name(r, c)]: e.target.value } : rest } });
                          }}
                        />
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="flex gap-2 pt-2">
          <button type="button" className="btn" data-size="small" onClick={() => change({ rows: [...rows, Array<string>(wide).fill("")] })}>
            Another row
          </button>
          <button type="button" className="btn" data-size="small" onClick={() => change({ rows: rows.map((x) => [...x, ""]) })}>
            Another column
          </button>
        </div>
      </fieldset>
    );
  },
};
