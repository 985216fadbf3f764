import type { Drawer, Part } from '@/core/model';
import { classOf } from '../components';

/** Kinds that somebody asks for by name: no cables, chargers or adapters. */
const ASKED: ReadonlySet<string> = new Set(['microphone', 'wireless', 'interface', 'mixer', 'listening']);

/** Owned parts worth asking for, one of each class. */
export const ownedToAsk = (drawer: Drawer | null | undefined): readonly Part[] =>
  (drawer?.parts ?? [])
    .filter((p) => ASKED.has(classOf(p).kind))
    .filter((p, i, all) => all.findIndex((o) => o.class === p.class) === i);
