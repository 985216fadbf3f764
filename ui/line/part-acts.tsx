'use client';
import { Copy, RefreshCw, Trash2 } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { addPart, apply, likeIt, takeOut, turnOf } from '@/core/change';
import type { Part, Setup } from '@/core/model';
import { Button, lower, partName } from '../components';
import { FIRST_APP } from './sockets';

interface Props {
  readonly setup: Setup;
  readonly part: Part;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** What can be done with a whole part: one more of it, the other way round, away with it. */
export function PartActs({ setup, part, onChange }: Props) {
  const name = partName(part);
  const turn = turnOf(setup, catalogue, part.id);
  const turned = turn && apply(setup, catalogue, turn);
  const taken = takeOut(setup, catalogue, part.id);
  const again = () => onChange(`One more ${lower(name)}`, addPart(setup, catalogue, likeIt(setup, part.id), FIRST_APP));
  return (
    <div className="mt-3 flex flex-wrap gap-2">
      <Button onClick={again}>
        <Copy size={18} aria-hidden /> One more like it
      </Button>
      {turned && (
        <Button onClick={() => onChange(`Turn ${name} end for end`, turned)}>
          <RefreshCw size={18} aria-hidden /> Turn it end for end
        </Button>
      )}
      {taken && (
        <Button onClick={() => onChange(`Take out ${name}`, taken)}>
          <Trash2 size={18} aria-hidden /> Take it out
        </Button>
      )}
    </div>
  );
}
