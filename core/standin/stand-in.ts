import { itemAt } from '../algorithms';
import { type Act, atRest as rest, type StandIn, type Surroundings, act as step } from '../host';
import { appIn, type Catalogue, classOfPart, hostIn, mustHosts, plays, type Setup } from '../model';
import { sensed } from '../readings';

/** The device of a setup and what can be plugged; each order of joints is sensed by the readings that the gates judge. */
function around(setup: Setup, catalogue: Catalogue): Surroundings {
  const { part, app } = itemAt(mustHosts(setup, catalogue), 0);
  const classOf = (id: string) => classOfPart(setup, catalogue, id);
  return {
    app: appIn(catalogue, app),
    host: hostIn(classOf(part.id)),
    device: part.id,
    joints: setup.joints.map((j) => j.id),
    canPlay: (id) => plays(classOf(id)),
    senses: (plugged) => sensed(setup, catalogue, plugged),
  };
}

/** A device with nothing plugged and no app open. */
export const atRest = (setup: Setup, catalogue: Catalogue): StandIn => rest(around(setup, catalogue));

/** The next state of the device when something is done to it; what cannot be done changes nothing. */
export const act = (setup: Setup, catalogue: Catalogue, now: StandIn, a: Act): StandIn =>
  step(around(setup, catalogue), now, a);
