import { create } from 'qrcode';

/** White around a code, in modules: a reader finds its edge by it (ISO/IEC 18004). */
const QUIET = 4;

/** A text as a code to be photographed: black on white in any theme. */
export function Code({ text, name }: { readonly text: string; readonly name: string }) {
  const { modules } = create(text, { errorCorrectionLevel: 'L' });
  const { size, data } = modules;
  let path = '';
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) if (data[y * size + x]) path += `M${x} ${y}h1v1h-1z`;
  }
  const whole = size + 2 * QUIET;
  return (
    <svg
      role="img"
      aria-label={name}
      viewBox={`${-QUIET} ${-QUIET} ${whole} ${whole}`}
      shapeRendering="crispEdges"
      className="block aspect-square w-full rounded-lg"
      style={{ background: '#fff' }}
    >
      <path d={path} fill="#000" />
    </svg>
  );
}
