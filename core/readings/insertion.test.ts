import { describe, expect, test } from 'vitest';
import { sketch } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { connectorNamed, mate } from '../connectors';
import { FARTHEST_MM, insertion } from '.';

const lapel = (device: string, port: string, mic = 'lapel-4') =>
  sketch({ device, parts: { mic }, joints: [`mic.plug > ${device}.${port}`], hears: { mic: 0.2 } });

describe('a plug on its way in', () => {
  test.each([
    ['phone-headset', 'socket', 'lapel-4'],
    ['phone-headset', 'socket', 'lapel-3'],
    ['camera', 'mic', 'lapel-3'],
    ['camera', 'mic', 'lapel-4'],
  ])(
    '%s %s, %s: stretches follow each other without a gap, each as the geometry says at its ends',
    (device, port, mic) => {
      const way = insertion(lapel(device, port, mic), catalogue, 'j1');
      const connector = (id: string, p: string) =>
        connectorNamed(catalogue.parts.get(id)!.ports.find((x) => x.id === p)!.connector)!;
      const touching = (mm: number) => {
        const m = mate(connector(mic, 'plug'), connector(device, port), mm);
        return m.fits ? m.touches.map((t) => `${t.plug}-${t.socket}`) : null;
      };
      expect(itemAt(way, 0).fromMm).toBe(0);
      expect(way.at(-1)!.toMm).toBeCloseTo(FARTHEST_MM, 6);
      for (const [i, w] of way.entries()) {
        if (i > 0) expect(w.fromMm - itemAt(way, i - 1).toMm).toBeCloseTo(0.1, 6);
        expect(w.touches).toEqual(touching(w.fromMm));
        expect(w.touches).toEqual(touching(w.toMm));
      }
      expect(way.some((w) => w.bridges)).toBe(true);
      expect(way.at(-1)!.touches).toEqual([]);
    },
  );
  test('a TRS plug bridges already when it is home in a headset socket; a TRRS one only on its way', () => {
    expect(itemAt(insertion(lapel('phone-headset', 'socket', 'lapel-3'), catalogue, 'j1'), 0).bridges).toBe(true);
    expect(itemAt(insertion(lapel('phone-headset', 'socket', 'lapel-4'), catalogue, 'j1'), 0).bridges).toBe(false);
  });
  test('bias of a few volts harms nothing on the way; 48 V on a lead toward a phone does, and is named', () => {
    const harmless = insertion(lapel('phone-headset', 'socket'), catalogue, 'j1');
    for (const w of harmless) if (w.worst) expect(w.worst.volt).toBeLessThanOrEqual(w.worst.maxVolt);
    const hot = sketch({
      device: 'phone-headset',
      parts: { lead: 'lead-3-xlr', mixer: { class: 'mixer-8', knobs: { phantom: 1 } } },
      joints: ['lead.b > mixer.mic1', 'lead.a > phone-headset.socket'],
      hears: {},
    });
    const worst = insertion(hot, catalogue, 'j2').flatMap((w) =>
      w.worst && w.worst.volt > w.worst.maxVolt ? [w] : [],
    );
    expect(worst.length).toBeGreaterThan(0);
    expect(itemAt(worst, 0).worst).toMatchObject({ part: 'phone-headset' });
  });
});
