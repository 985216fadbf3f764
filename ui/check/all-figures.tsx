import { clockText, figure } from '@/core/format';
import { type ChannelFigures, channelName, type TakeReport } from '@/core/take';

type Row = readonly [what: string, unit: string, of: (c: ChannelFigures) => number | null];

const ROWS: readonly Row[] = [
  ['Highest peak', 'dBFS', (c) => c.peakDbfs],
  ['True peak, between the samples', 'dBTP', (c) => c.truePeakDbtp],
  ['Average of all', 'dBFS', (c) => c.rmsDbfs],
  ['While somebody speaks', 'dBFS', (c) => c.activeDbfs],
  ['Noise in the gaps', 'dBFS', (c) => c.noiseDbfs],
  ['Noise in the gaps, as heard', 'dBFS(A)', (c) => c.noiseDbfsA],
  ['Voice over noise', 'dB(A)', (c) => c.snrDbA],
  ['Voice over the room, about', 'dB', (c) => c.room?.directDb ?? null],
  ['The room rings for about', 's', (c) => c.room?.decayS ?? null],
  ['Steady offset', '% of full scale', (c) => 100 * c.dc],
];

/** More taps than these are told by their number only. */
const MOST_TOLD = 12;

const said = (x: number | null): string => (x === null || !Number.isFinite(x) ? 'none' : figure(x, 1));

/** Every number that was measured, channel by channel, and the taps that were found. */
export function AllFigures({ measured: { loudness, perChannel, channels } }: { readonly measured: TakeReport }) {
  const loud = [
    ['Whole take', 'LUFS', loudness.integratedLufs],
    ['Loudest 3 s', 'LUFS', loudness.shortMostLufs],
    ['Loudest 0.4 s', 'LUFS', loudness.momentaryMostLufs],
    ['Range', 'LU', loudness.rangeLu],
  ] as const;
  return (
    <details className="rounded-xl border border-rule bg-card p-3">
      <summary className="min-h-10 cursor-pointer py-2 font-bold">All figures, and the taps</summary>
      <h3 className="mt-1 font-bold">Loudness</h3>
      <dl aria-label="Loudness" className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        {loud.map(([what, unit, value]) => (
          <div key={what} className="flex gap-2">
            <dt>{what}</dt>
            <dd className="font-mono">
              {said(value)} {value !== null && unit}
            </dd>
          </div>
        ))}
      </dl>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keyboard */}
      <section aria-label="Figures of each channel" tabIndex={0} className="mt-3 overflow-x-auto">
        <table className="text-left">
          <thead>
            <tr>
              <th className="py-1 pr-4">Each channel</th>
              {perChannel.map((_, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: channels have no other name
                <th key={i} className="px-3 py-1 text-right">
                  {channelName(i, channels).replace(/^the | side$/g, '') || 'the take'}
                </th>
              ))}
              <th className="py-1 pl-1" />
            </tr>
          </thead>
          <tbody>
            {ROWS.map(([what, unit, of]) => (
              <tr key={what} className="border-rule border-t">
                <th scope="row" className="py-1 pr-4 font-normal">
                  {what}
                </th>
                {perChannel.map((c, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: channels have no other name
                  <td key={i} className="px-3 py-1 text-right font-mono">
                    {said(of(c))}
                  </td>
                ))}
                <td className="whitespace-nowrap py-1 pl-1 text-soft text-sm">{unit}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <h3 className="mt-3 font-bold">Taps</h3>
      {perChannel.every((c) => c.knocks.length === 0) ? (
        <p>
          No tap or clap was found. To see which microphone was live, tap the outer one and then the device, and look
          again: the one that recorded is far louder.
        </p>
      ) : (
        <ul>
          {perChannel.map((c, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: channels have no other name
            <li key={i}>
              {channels > 1 && <b className="first-letter:uppercase">{channelName(i, channels)}: </b>}
              {c.knocks.length === 0 ? 'none' : <Taps knocks={c.knocks} />}
            </li>
          ))}
        </ul>
      )}
    </details>
  );
}

function Taps({ knocks }: Pick<ChannelFigures, 'knocks'>) {
  return (
    <span className="font-mono">
      {knocks
        .slice(0, MOST_TOLD)
        .map((k) => `${clockText(k.at)} at ${figure(k.dbfs)} dBFS`)
        .join(', ')}
      {knocks.length > MOST_TOLD && ` and ${knocks.length - MOST_TOLD} more`}
    </span>
  );
}
