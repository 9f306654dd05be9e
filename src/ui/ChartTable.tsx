interface Props {
  caption: string
  columns: string[]
  rows: string[][]
}

/** The numbers behind a chart. */
export function NumberTable({ caption, columns, rows }: Props) {
  return (
    <table className="w-full text-second">
      <caption className="text-left text-ink-3">{caption}</caption>
      <thead>
        <tr>
          {columns.map((column) => (
            <th key={column} className="border-b border-rule py-1 text-left font-semibold">
              {column}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, k) => (
          <tr key={k} className="border-b border-rule-2">
            {row.map((cell, at) => (
              <td key={at} className="py-0.5">
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
