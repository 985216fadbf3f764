import { changedFigures, type EditFigure, figureText } from '@/core/edit';

/** What the edits changed, measured before them and after. */
export function EditChanges({
  first,
  now,
}: {
  readonly first: readonly EditFigure[];
  readonly now: readonly EditFigure[];
}) {
  const changed = changedFigures(first, now);
  if (changed.length === 0) return <p className="text-soft">Nothing that is measured has changed.</p>;
  return (
    <table aria-label="Before and after" className="w-full max-w-xl text-left">
      <thead>
        <tr className="border-rule border-b">
          <th className="py-1 pr-3">Measured</th>
          <th className="px-2 py-1 text-right">Before</th>
          <th className="py-1 pl-2 text-right">Now</th>
        </tr>
      </thead>
      <tbody>
        {changed.map((c) => (
          <tr key={c.what} className="border-rule border-b last:border-0">
            <td className="py-1 pr-3">{c.what}</td>
            <td className="whitespace-nowrap px-2 py-1 text-right font-mono">{figureText(c.before, c.unit)}</td>
            <td className="whitespace-nowrap py-1 pl-2 text-right font-mono font-semibold">
              {figureText(c.value, c.unit)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
