import type { AppClass } from './app-class';
import type { Catalogue } from './catalogue';
import type { Joint, Part } from './documents';
import type { HostSpec, KnobSpec, PartClass } from './part-class';

/** What a document names is there: it was checked when it was read. Where it is not, the fault is the program's own. */
function found<T>(value: T | undefined, what: string, id: string): T {
  if (value === undefined) throw new Error(`there is no ${what} ${id}`);
  return value;
}

/** @throws where the catalogue has no such class of a part */
export const classIn = (catalogue: Catalogue, id: string): PartClass => found(catalogue.parts.get(id), 'class', id);

/** @throws where the catalogue has no such app */
export const appIn = (catalogue: Catalogue, id: string): AppClass => found(catalogue.apps.get(id), 'app', id);

/** @throws where the setup has no such part */
export const partIn = (setup: { readonly parts: readonly Part[] }, id: string): Part =>
  found(
    setup.parts.find((p) => p.id === id),
    'part',
    id,
  );

/** @throws where the setup has no such connection */
export const jointIn = (setup: { readonly joints: readonly Joint[] }, id: string): Joint =>
  found(
    setup.joints.find((j) => j.id === id),
    'connection',
    id,
  );

/** The class of a part of a setup. @throws where there is no such part or class */
export const classOfPart = (setup: { readonly parts: readonly Part[] }, catalogue: Catalogue, id: string): PartClass =>
  classIn(catalogue, partIn(setup, id).class);

/** What a class says of itself as a device. @throws where it is none */
export const hostIn = ({ id, host }: PartClass): HostSpec => found(host, 'device', id);

/** @throws where the class has no such knob */
export const knobIn = ({ knobs }: PartClass, id: string): KnobSpec =>
  found(
    knobs?.find((k) => k.id === id),
    'knob',
    id,
  );
