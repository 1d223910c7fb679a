/** The head of a plain table; a column of buttons has a name for those who cannot see it. */
export function HeadRow({ names }: { names: readonly string[] }) {
  return (
    <thead className="text-sm text-ash">
      <tr>
        {names.map((name) => (
          <th key={name} scope="col" className="py-1.5 pe-4 text-start font-normal">
            {name || <span className="sr-only">To be done</span>}
          </th>
        ))}
      </tr>
    </thead>
  );
}
