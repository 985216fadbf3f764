import Link from 'next/link';
import { Fragment } from 'react';
import type { Setup } from '@/core/model';
import { classOf, nameIn, PartIcon } from '../components';

interface Props {
  readonly setup: Setup;
  /** The parts of the line, from the source to the device, and the connections between them. */
  readonly parts: readonly string[];
  readonly joints: readonly string[];
  readonly joint: string | null;
  readonly part: string | null;
}

/** The line in one row, with the part and the connection that are meant lit. */
export function PlaceStrip({ setup, parts, joints, joint, part }: Props) {
  if (parts.length === 0) return null;
  const numberOf = (id: string) => setup.joints.findIndex((j) => j.id === id) + 1;
  const outside = joint !== null && !joints.includes(joint);
  return (
    <section aria-label="Where it is" className="rounded-xl border border-rule bg-card p-3">
      <ol className="flex flex-wrap items-center gap-y-2">
        {parts.map((id, i) => {
          const own = setup.parts.find((p) => p.id === id);
          const lit = part === id;
          const next = joints[i];
          return (
            <Fragment key={id}>
              <li
                aria-current={lit ? 'location' : undefined}
                className={`flex max-w-40 items-center gap-1.5 rounded-lg border px-2 py-1 text-sm leading-tight ${lit ? 'border-accent bg-accent-wash font-bold' : 'border-rule'}`}
              >
                {own && <PartIcon partClass={classOf(own)} size={16} />}
                <span className="min-w-0">{nameIn(setup, id)}</span>
              </li>
              {next !== undefined && (
                <li
                  aria-current={joint === next ? 'location' : undefined}
                  aria-label={`connection ${numberOf(next)}`}
                  className="flex items-center"
                >
                  <span className="h-0.5 w-2 bg-rule" aria-hidden />
                  <span
                    className={`grid size-6 place-items-center rounded-full border text-xs ${joint === next ? 'border-accent bg-accent font-bold text-accent-ink' : 'border-rule'}`}
                  >
                    {numberOf(next)}
                  </span>
                  <span className="h-0.5 w-2 bg-rule" aria-hidden />
                </li>
              )}
            </Fragment>
          );
        })}
      </ol>
      <p className="mt-2 text-sm">
        {outside && (
          <b>
            Connection {numberOf(joint)} is not on this way:{' '}
            {[setup.joints.find((j) => j.id === joint)].map(
              (j) => j && `${nameIn(setup, j.a.part)} in ${nameIn(setup, j.b.part)}. `,
            )}
          </b>
        )}
        <Link href={`/line/?setup=${setup.id}`} className="underline">
          The whole line
        </Link>
      </p>
    </section>
  );
}
