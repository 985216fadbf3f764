import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoSetups } from '@/demo';
import { openable, prepare } from '../circuit';
import { compile, contactNode } from '../compile';
import { connectorNamed, contactsOf } from '../connectors';

/** What holds a loose part is 1 nS beside the 33 S of a contact: double numbers keep five digits of it, in either way of solving. */
const ROUNDING = 2e-5;

// The oracle takes the contacts out of the netlist and solves what is left, as a meter finds it once the plug is out.
test.each(demoSetups.map((s) => [s.id, s] as const))(
  '%s: each joint opened is as if its contacts had never been',
  (_, setup) => {
    const compiled = compile(setup, catalogue);
    const contacts = openable(compiled.netlist, new Set(compiled.touchOhm.keys()));
    if (!contacts.ok) throw new Error(contacts.problem.message);
    const highest = Math.max(1, ...compiled.netlist.elements.map((e) => (e.kind === 'voltage' ? Math.abs(e.dc) : 0)));
    let compared = 0;
    for (const joint of compiled.joints) {
      const touches = joint.touchNames.filter((t) => compiled.touchOhm.has(t));
      const opened = contacts.value.opened(touches);
      const elements = compiled.netlist.elements.filter((e) => !touches.includes(e.name));
      const without = prepare({ ...compiled.netlist, elements });
      const dc = without.ok ? without.value.at(0) : without;
      if (!without.ok || !dc.ok) throw new Error('the oracle finds no answer');
      const steady = dc.value.solve();
      for (const { part, port } of [joint.a, joint.b]) {
        for (const contact of contactsOf(connectorNamed(port.connector)!)) {
          const node = contactNode(part.id, port.id, contact);
          if (!without.value.has(node)) continue;
          const volt = steady.voltage(node).re;
          const ohm = dc.value.transferTo(node, '0').fromCurrent('0', node).re;
          const where = `${joint.joint.id} ${node}`;
          expect(Math.abs(opened.volt(node, '0') - volt), where).toBeLessThan(ROUNDING * highest);
          expect(Math.abs(opened.ohm(node, '0') / ohm - 1), where).toBeLessThan(ROUNDING);
          compared += 1;
        }
      }
    }
    expect(compared).toBeGreaterThan(0);
  },
);
