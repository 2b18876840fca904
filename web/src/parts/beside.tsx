/** Figures of several things side by side, a line for each figure. */
export function Beside({
  columns,
  rows,
}: {
  columns: readonly string[];
  rows: readonly { readonly head: string; readonly cells: readonly string[] }[];
}) {
  return (
    <table className="w-full border-collapse text-xs">
      <thead>
        <tr className="text-left">
          <td />
          {columns.map((name) => (
            <th key={name} scope="col" className="pr-1 font-semibold whitespace-nowrap">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ head, cells }) => (
          <tr key={head} className="border-t border-hair align-top">
            <th scope="row" className="pr-2 text-left font-normal whitespace-nowrap text-muted">
              {head}
            </th>
            {cells.map((cell, i) => (
              <td key={columns[i]} className="pr-1 font-mono whitespace-nowrap">
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
