import type { FittedJoint } from '../compile';
import { contactsOf, mustConnector } from '../connectors';

/** What a joint between two USB or 8-contact connectors passes on. */
export interface UsbContacts {
  readonly power: boolean;
  readonly data: boolean;
  readonly identity: boolean;
}

/** A driver of some 45 ohm talks through no more than about this; est. */
const MOST_DATA_OHM = 100;

/**
 * What the contacts of a joint pass on: power by the supply and ground, each on its like and on nothing else, since a port
 * that is shorted shuts off; data by its pair, which a short or dirt stops; the identity of an 8-contact plug by its own line.
 * A port lives through shorts of its lines (USB 2.0, 7.1.1, from memory). A joint of another kind passes all that touches.
 */
export function usbContacts({ joint, a, mating }: FittedJoint): UsbContacts {
  if (!mating.fits || mating.touches.length === 0) return { power: false, data: false, identity: false };
  const contacts = contactsOf(mustConnector(a.port.connector));
  if (!contacts.includes('vbus')) return { power: true, data: true, identity: true };
  const meets = (contact: string): boolean => {
    const here = mating.touches.filter((t) => t.plug === contact || t.socket === contact);
    return !contacts.includes(contact) || (here.length > 0 && here.every((t) => t.plug === t.socket));
  };
  const isClean = (joint.contactOhm ?? 0) <= MOST_DATA_OHM;
  return {
    power: meets('vbus') && meets('gnd'),
    data: isClean && meets('dp') && meets('dm'),
    identity: isClean && meets('ident'),
  };
}
