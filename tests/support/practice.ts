import { catalogue } from '@/catalogue';
import { type Drawer, FORMAT_VERSION, type Job, RATED_SPL, type Sort, type Source } from '@/core/model';
import { atHome } from './bench-setup';

/**
 * Jobs with the answer that somebody who does this for a living would give, and why; our own, of every kind there is.
 * What is owned is told by class. `takes`: one of these lists of classes ("a|b" for either) is all in one of the first three
 * answers; an empty list where there is no answer.
 */
export interface Practice {
  readonly name: string;
  readonly job: Job;
  readonly drawer: Drawer;
  readonly takes: readonly string[];
  /** Money that it may cost at most. */
  readonly most: number;
  /** In no answer. */
  readonly never: string;
  readonly why: string;
}

const voices = (n: number, splAt1m = 62): Source[] =>
  Array.from({ length: n }, (_, i) => ({ id: `v${i + 1}`, name: `Voice ${i + 1}`, splAt1m }));
const wire = (id: string): Source => ({ id, name: id, splAt1m: RATED_SPL, from: id, sound: 'music' });

type Filled = Partial<Omit<Job, 'with'>> & { readonly asks?: readonly (Sort | { readonly class: string })[] };

function job(name: string, { asks, ...fill }: Filled): Job {
  const asked = (asks ?? []).map((a) => (typeof a === 'string' ? { sort: a } : a));
  return atHome(catalogue, {
    format: 'symplex.job',
    version: FORMAT_VERSION,
    id: 'practice',
    name,
    purpose: 'record',
    sources: voices(1),
    arrangement: 'one',
    device: 'phone-headset',
    app: 'recorder-picker',
    minutes: 30,
    hearing: 'nothing',
    place: 'desk-mains',
    distanceM: 1,
    budget: null,
    ...fill,
    ...(asked.length > 0 ? { with: asked } : {}),
  });
}

const MANY = Number.POSITIVE_INFINITY;

const practice = (
  name: string,
  fill: Filled,
  owns: string,
  takes: readonly string[],
  why: string,
  { most = MANY, never = '' }: { readonly most?: number; readonly never?: string } = {},
): Practice => ({
  name,
  job: job(name, fill),
  drawer: {
    format: 'symplex.drawer',
    version: FORMAT_VERSION,
    id: 'owned',
    name: 'Owned',
    parts: owns
      .split(' ')
      .filter(Boolean)
      .map((c, i) => ({ id: `o${i + 1}`, class: c })),
  },
  takes,
  most,
  never,
  why,
});

const FILMING = { app: 'plain-camera', place: 'hand' } as const;
const CALL = { purpose: 'call', app: 'browser-call' } as const;
const PAIR = 'dynamic-handheld dynamic-handheld lead-xlr lead-xlr';

export const PRACTICE: readonly Practice[] = [
  // A presenter alone.
  practice('a lapel that fits', { ...FILMING, place: 'gimbal', distanceM: 0.6 }, 'lapel-4', ['lapel-4'], 'plug it in', {
    most: 0,
  }),
  practice(
    'a TRS lapel on a phone',
    FILMING,
    'lapel-3',
    ['lapel-3 splitter-2-1|headset-breakout'],
    'a splitter opens the mic contact; the lapel is owned',
    { most: 12 },
  ),
  practice(
    'a TRS lapel on an 8-contact phone',
    { ...FILMING, device: 'phone-8-contact' },
    'lapel-3',
    ['lapel-3 8c-headset-licensed'],
    'an adapter with a licence, and a splitter',
    { most: 25 },
  ),
  practice(
    'a TRS lapel on a USB-C phone',
    { ...FILMING, device: 'phone-usb-c' },
    'lapel-3',
    ['lapel-3 usbc-headset-active'],
    'an adapter with a converter of its own; a passive one is silent',
    { most: 25, never: 'usbc-headset-passive' },
  ),
  practice(
    'a TRRS lapel on an old phone',
    { ...FILMING, device: 'phone-headset-old' },
    'lapel-4',
    ['lapel-4 order-swap'],
    'the old order wants the contacts exchanged',
    { most: 12 },
  ),
  practice(
    'a camera-top shotgun',
    { device: 'camera', app: 'device-own', place: 'gimbal' },
    'shotgun-camera',
    ['shotgun-camera'],
    'it plugs right in',
    { most: 0 },
  ),
  practice(
    'a lapel on the camera',
    { device: 'camera', app: 'device-own', place: 'gimbal', distanceM: 1.4 },
    '',
    ['lapel-3'],
    'nearest to the mouth, cheapest',
    { most: 30, never: 'condenser-xlr dynamic-6.35 dynamic-handheld' },
  ),
  practice(
    'on a phone, at arm’s length, nothing owned',
    { ...FILMING, distanceM: 0.8 },
    '',
    ['earphones-mic', 'lapel-4'],
    'whatever hangs at the collar',
    { most: 25 },
  ),
  // Wireless.
  practice(
    'an older receiver on a phone',
    { ...FILMING, distanceM: 6 },
    'receiver-charge-usb pack-own-mic-charge',
    ['receiver-charge-usb lead-3-4'],
    'its USB only charges; the jack serves',
    { most: 15 },
  ),
  practice(
    'an older receiver on a USB-C phone',
    { ...FILMING, device: 'phone-usb-c', distanceM: 6 },
    'receiver-charge-usb pack-own-mic-charge',
    ['receiver-charge-usb lead-3-4 usbc-headset-active', 'receiver-charge-usb interface-line-3.5'],
    'analogue out, into an adapter with a converter',
    { most: 30 },
  ),
  practice(
    'an older receiver on an 8-contact phone',
    { ...FILMING, device: 'phone-8-contact', distanceM: 6 },
    'receiver-charge-usb pack-own-mic-charge',
    ['receiver-charge-usb 8c-headset-licensed'],
    'licensed adapter',
    { most: 25, never: '8c-headset-unlicensed' },
  ),
  practice(
    'across a hall',
    { ...FILMING, distanceM: 30 },
    '',
    ['pack-own-mic|pack-own-mic-charge|pack-lapel-in|pack-handheld'],
    'no cable of 30 m in the hand; radio',
    {},
  ),
  practice(
    'it must be wireless',
    { ...FILMING, distanceM: 3, asks: ['wireless'] },
    'lapel-4-long',
    ['pack-own-mic|pack-own-mic-charge|pack-lapel-in|pack-handheld'],
    'asked for',
    {},
  ),
  practice('farther than radio goes', { ...FILMING, distanceM: 95 }, '', [], 'no radio here reaches 95 m', {}),
  practice(
    'a receiver that is digital already',
    { ...FILMING, device: 'phone-usb-c', distanceM: 4 },
    'receiver-usb-c pack-own-mic',
    ['receiver-usb-c pack-own-mic'],
    'one plug',
    { most: 0 },
  ),
  practice(
    'a handheld that becomes wireless',
    { device: 'laptop-usb-c', distanceM: 12, asks: [{ class: 'dynamic-handheld' }] },
    'dynamic-handheld interface-usb-2 lead-usb-c-c',
    ['dynamic-handheld plug-on', 'dynamic-handheld lead-xlr interface-usb-2'],
    'a plug-on transmitter, or a long XLR cable',
    {},
  ),
  practice(
    'two packs on one receiver',
    { sources: voices(2), arrangement: 'side-each', device: 'camera', app: 'device-own', place: 'hand', distanceM: 4 },
    'pack-own-mic pack-own-mic receiver-twin lead-3-3',
    ['pack-own-mic receiver-twin lead-3-3'],
    'split, a side each',
    { most: 0 },
  ),
  // Several people.
  practice(
    'two guests at a desk, a side each',
    { sources: voices(2), arrangement: 'side-each', device: 'laptop-usb-c', app: 'studio' },
    '',
    [
      'dynamic-handheld|lapel-xlr|dynamic-6.35|condenser-xlr interface-usb-2|interface-combo-2|interface-usb-driver|interface-usb-2-b',
    ],
    'a mic each and two inputs',
    { never: 'interface-line-3.5' },
  ),
  practice(
    'two guests with what they own',
    { sources: voices(2), arrangement: 'side-each', device: 'phone-usb-c' },
    `${PAIR} interface-usb-2 lead-usb-c-c`,
    ['dynamic-handheld lead-xlr interface-usb-2 lead-usb-c-c'],
    'all is there',
    { most: 0 },
  ),
  practice(
    'two people before one phone',
    { sources: voices(2), ...FILMING, distanceM: 1.9 },
    'lapel-3 lapel-4',
    ['lapel-4 splitter-headset-mics', 'lapel-3 lapel-4'],
    'a lapel each and a splitter for two mics',
    {},
  ),
  practice(
    'four people and a mixer',
    { sources: voices(4), device: 'laptop-usb-c' },
    `mixer-4-usb ${PAIR} ${PAIR} lead-usb-a-b usbc-usba`,
    ['dynamic-handheld lead-xlr mixer-4-usb lead-usb-a-b'],
    'a mic each through the mixer that is there',
    { most: 0 },
  ),
  practice(
    'two mics into a recorder',
    { sources: voices(2), arrangement: 'side-each', device: 'recorder-xlr', app: 'device-own', place: 'desk' },
    PAIR,
    ['dynamic-handheld lead-xlr'],
    'two XLR inputs',
    { most: 0 },
  ),
  practice(
    'three round a table',
    { sources: voices(3), device: 'laptop-usb-c', app: 'studio' },
    'boundary-xlr lead-xlr interface-usb-1 lead-usb-c-c',
    ['boundary-xlr interface-usb-1'],
    'a boundary mic hears a table',
    { most: 0, never: 'earphones-mic lapel-3 headset-usb-c' },
  ),
  practice(
    'two guests in headsets’ app',
    { sources: voices(2), arrangement: 'side-each', ...CALL, device: 'phone-headset', place: 'hand' },
    '',
    [],
    'a headset input has one channel',
    {},
  ),
  // Mics that need something.
  practice(
    'a condenser on a laptop',
    { device: 'laptop-usb-c', app: 'studio' },
    'condenser-xlr interface-usb-1 lead-xlr lead-usb-c-c',
    ['condenser-xlr lead-xlr interface-usb-1'],
    '48 V from the interface',
    { most: 0 },
  ),
  practice(
    'a condenser on a phone',
    {},
    'condenser-xlr lead-xlr',
    ['condenser-xlr headset-preamp-48', 'condenser-xlr phantom-supply-mains', 'condenser-xlr phantom-supply'],
    'something must give 48 V',
    { most: 75 },
  ),
  practice(
    'a dynamic mic on a phone',
    { app: 'plain-camera' },
    'dynamic-handheld lead-xlr',
    ['dynamic-handheld lead-xlr xlr-to-headset|vocal-box|line-booster'],
    'an XLR-to-headset adapter',
    { most: 50 },
  ),
  practice(
    'a dynamic mic through the mixer',
    { app: 'plain-camera', asks: ['mixer'] },
    'dynamic-handheld lead-xlr mixer-8',
    ['dynamic-handheld lead-xlr mixer-8'],
    'asked for',
    { most: 60 },
  ),
  practice(
    'a ribbon on a laptop',
    { device: 'laptop-usb-c', app: 'studio' },
    'ribbon-xlr lead-xlr interface-usb-1 lead-usb-c-c',
    ['ribbon-xlr interface-usb-1'],
    'gain enough, no 48 V',
    { most: 0 },
  ),
  practice(
    'a mini-XLR lapel on a laptop',
    { device: 'laptop-usb-c', app: 'studio' },
    'lapel-mini-xlr interface-usb-1 lead-usb-c-c',
    ['lapel-mini-xlr phantom-mini-xlr interface-usb-1'],
    'a phantom adapter for such lapels',
    { most: 60 },
  ),
  practice(
    'a USB mic on a laptop',
    { device: 'laptop-usb-c' },
    'usb-mic-large lead-usb-c-b',
    ['usb-mic-large lead-usb-c-b'],
    'one cable',
    { most: 0 },
  ),
  practice(
    'a USB mic on an 8-contact tablet',
    { device: 'tablet-8-contact', app: 'studio', asks: [{ class: 'usb-mic-large' }] },
    'usb-mic-large lead-usb-a-b',
    ['usb-mic-large lead-usb-a-b 8c-usb|8c-usb-charging'],
    'a USB adapter, charging or not',
    { most: 80 },
  ),
  practice(
    'an interface on an 8-contact tablet',
    { device: 'tablet-8-contact', app: 'studio', asks: ['interface'] },
    'dynamic-handheld lead-xlr interface-usb-2-b lead-usb-a-b',
    [
      'dynamic-handheld interface-usb-2-b 8c-usb-charging',
      'dynamic-handheld interface-usb-2-b hub-mains',
      'dynamic-handheld interface-usb-2-b 8c-usb',
    ],
    'an adapter that feeds it',
    { most: 80 },
  ),
  // Music.
  practice(
    'voice and guitar, a side each',
    {
      sources: [...voices(1, 75), wire('guitar-passive')],
      arrangement: 'side-each',
      device: 'laptop-usb-c',
      app: 'studio',
      hearing: 'myself',
    },
    'interface-combo-2 dynamic-handheld lead-xlr lead-instrument headphones lead-usb-c-c',
    ['dynamic-handheld interface-combo-2 lead-instrument headphones'],
    'instrument switch on, headphones by an adapter',
    { most: 6 },
  ),
  practice(
    'voice, guitar and keyboard',
    {
      sources: [...voices(1, 75), wire('guitar-passive'), wire('keyboard-line')],
      device: 'tablet-usb-c',
      app: 'studio',
    },
    'dynamic-handheld lead-xlr',
    ['dynamic-handheld interface-combo-2', 'dynamic-handheld mixer-2-stereo-usb', 'dynamic-handheld interface-usb-8'],
    'an interface with instrument inputs, or a mixer',
    { most: 350 },
  ),
  practice(
    'a bass on a phone',
    { sources: [wire('bass-active')], app: 'studio', hearing: 'myself' },
    'interface-headset-instrument lead-instrument headphones',
    ['interface-headset-instrument lead-instrument headphones'],
    'it is all there',
    { most: 0 },
  ),
  practice(
    'an acoustic guitar on a USB-C tablet',
    { sources: [wire('guitar-acoustic')], device: 'tablet-usb-c', app: 'studio', hearing: 'myself' },
    '',
    ['interface-instrument-usb', 'interface-headset-instrument'],
    'a pocket instrument interface',
    { most: 90 },
  ),
  practice(
    'a keyboard in stereo on a laptop',
    { sources: [wire('keyboard-line')], arrangement: 'both-sides', device: 'laptop-usb-c', app: 'studio' },
    '',
    ['interface-line-3.5', 'interface-line-phono', 'interface-combo-2'],
    'a line input with both sides',
    { most: 120 },
  ),
  practice(
    'a keyboard in stereo with an interface',
    { sources: [wire('keyboard-line')], arrangement: 'both-sides', device: 'laptop-usb-c', app: 'studio' },
    'interface-combo-2 lead-6.35-6.35 lead-6.35-6.35 lead-usb-c-c',
    ['interface-combo-2'],
    'both outputs into both line inputs',
    { most: 20 },
  ),
  practice(
    'a keyboard on the camera',
    { sources: [wire('keyboard-line')], device: 'camera', app: 'device-own' },
    '',
    ['lead-6.35-3.5 pad-20|pad-40', 'adapter-6.35-3.5', 'lead-phono-2x6.35'],
    'line into a mic socket wants a pad or little gain',
    { most: 60 },
  ),
  // Feeds and halls.
  practice(
    'the hall’s XLR feed on a phone',
    { sources: [wire('feed-xlr')], app: 'plain-camera' },
    '',
    ['pad-20 interface-line-3.5', 'vocal-box', 'line-to-headset', 'xlr-to-headset'],
    'never line level into a mic contact without a pad',
    { most: 70 },
  ),
  practice(
    'the hall’s feed on a USB-C tablet',
    {
      sources: [wire('feed-xlr')],
      device: 'tablet-usb-c',
      app: 'streaming',
      purpose: 'live',
      arrangement: 'both-sides',
    },
    '',
    ['interface-line-3.5', 'interface-combo-1', 'interface-combo-2'],
    'a line input by USB',
    { most: 60 },
  ),
  practice(
    'the hall’s feed with an interface',
    { sources: [wire('feed-xlr')], device: 'laptop-usb-c', app: 'studio' },
    'interface-combo-2 lead-xlr-6.35-3 lead-xlr lead-usb-c-c',
    ['lead-xlr-6.35-3 interface-combo-2'],
    'into the line socket',
    { most: 0 },
  ),
  practice(
    'RCA feed on a USB-C phone',
    {
      sources: [wire('feed-phono')],
      device: 'phone-usb-c',
      app: 'streaming',
      purpose: 'live',
      arrangement: 'both-sides',
    },
    '',
    ['interface-line-phono', 'interface-line-3.5'],
    'a line box for phones',
    { most: 70 },
  ),
  practice(
    'RCA feed on a phone',
    { sources: [wire('feed-phono')], app: 'plain-camera' },
    '',
    ['line-to-headset', 'interface-line-phono', 'interface-line-3.5'],
    'a cable with a pad in it',
    { most: 70 },
  ),
  practice(
    'computer music beside a voice',
    { sources: [...voices(1), wire('computer-sound')], device: 'phone-usb-c', app: 'streaming', purpose: 'live' },
    `mixer-2-stereo-usb ${PAIR} lead-usb-a-b usbc-usba lead-3-2x6.35`,
    ['dynamic-handheld mixer-2-stereo-usb lead-3-2x6.35'],
    'into the stereo channel',
    { most: 0 },
  ),
  // Calls.
  practice(
    'a call on a laptop with two sockets',
    { ...CALL, device: 'laptop-two-holes', hearing: 'far-end' },
    '',
    ['earphones-mic', 'headset-usb-c', 'lapel-3'],
    'a headset',
    { most: 40 },
  ),
  practice(
    'a phone call with earphones',
    { purpose: 'call', app: 'phone-call', hearing: 'far-end' },
    'earphones-mic',
    ['earphones-mic'],
    'that is what they are for',
    { most: 0 },
  ),
  practice(
    'a call with the USB mic',
    { ...CALL, device: 'laptop-usb-c', hearing: 'far-end' },
    'usb-mic-large lead-usb-a-b headphones usbc-usba',
    ['usb-mic-large headphones'],
    'headphones in the mic',
    { most: 0 },
  ),
  practice(
    'a browser call on a USB-C phone',
    { ...CALL, device: 'phone-usb-c', hearing: 'far-end' },
    'usb-mic-large headphones',
    ['headset-usb-c', 'earphones-mic usbc-headset-active'],
    'such pages take headsets only',
    { most: 30, never: 'usb-mic-large' },
  ),
  practice(
    'a call through the mixer',
    { ...CALL, device: 'laptop-headset', asks: ['mixer'] },
    'mixer-4-usb dynamic-handheld lead-xlr lead-usb-a-b',
    ['dynamic-handheld lead-xlr mixer-4-usb'],
    'asked for',
    { most: 60 },
  ),
  // Time and mains.
  practice(
    'eight hours on a USB-C phone',
    { device: 'phone-usb-c', minutes: 480, app: 'streaming', purpose: 'live' },
    '',
    [
      'charger-usb-c usbc-headset-charging',
      'charger-usb-c usbc-usba-charging',
      'charger-usb-c hub-through',
      'charger-usb-c hub-phones',
    ],
    'charge it while it records',
    { most: 90 },
  ),
  practice(
    'eight hours on an 8-contact phone',
    { device: 'phone-8-contact', minutes: 480, app: 'streaming', purpose: 'live' },
    '',
    ['8c-usb-charging charger-8c'],
    'the adapter that charges',
    { most: 100 },
  ),
  practice(
    'charged all the while',
    { device: 'phone-usb-c', minutes: 20, app: 'streaming', purpose: 'live', charging: true },
    'lapel-4',
    ['charger-usb-c|bank-small|bank-large'],
    'asked for, however short',
    { most: 60 },
  ),
  practice(
    'four hours without mains',
    { device: 'tablet-usb-c', minutes: 240, place: 'desk' },
    'interface-usb-1 dynamic-handheld lead-xlr lead-usb-c-c',
    ['dynamic-handheld lead-xlr interface-usb-1'],
    'the tablet feeds it',
    { most: 0, never: 'hub-mains' },
  ),
  // Several devices.
  practice(
    'camera and recorder at once',
    { device: 'camera', app: 'device-own', also: [{ device: 'recorder-pocket', app: 'device-own' }] },
    'receiver-twin pack-own-mic y-hard-3.5 lead-3-3 lead-3-3',
    ['pack-own-mic receiver-twin y-hard-3.5'],
    'the receiver feeds both',
    { most: 0 },
  ),
  practice(
    'phone and camera',
    { device: 'phone-usb-c', app: 'plain-camera', also: [{ device: 'camera', app: 'device-own' }] },
    'dynamic-handheld lead-xlr interface-usb-2 lead-usb-c-c',
    ['dynamic-handheld interface-usb-2'],
    'the interface to the phone',
    { most: 30 },
  ),
  // Budgets and dead ends.
  practice('fifteen to spend', { ...FILMING, budget: 15 }, '', ['earphones-mic'], 'earphones cost ten', { most: 15 }),
  practice(
    'wireless for fifteen',
    { ...FILMING, budget: 15, asks: ['wireless'] },
    '',
    [],
    'money and wish do not go together',
    {},
  ),
  practice(
    'everything owned',
    { ...FILMING, device: 'phone-usb-c', distanceM: 2 },
    'lapel-3 lapel-4 headset-breakout usbc-headset-active receiver-usb-c pack-own-mic splitter-2-1 lead-3-4 extension-4 shotgun-camera',
    ['pack-own-mic receiver-usb-c'],
    'one plug, nothing to buy',
    { most: 0 },
  ),
  practice(
    'with this lapel',
    { ...FILMING, device: 'phone-usb-c', asks: [{ class: 'lapel-3' }] },
    'lapel-3 lapel-4 usbc-headset-active receiver-usb-c pack-own-mic',
    ['lapel-3 usbc-headset-active'],
    'asked for',
    { most: 15 },
  ),
  practice(
    'a headset asked for',
    { device: 'laptop-usb-c', asks: ['headset'] },
    'condenser-xlr interface-usb-1 lead-xlr lead-usb-c-c',
    ['earphones-mic', 'headset-usb-c', 'headworn-4'],
    'asked for',
    { most: 60 },
  ),
  practice(
    'a keyboard for notes beside the mic',
    { device: 'laptop-two-holes', app: 'studio', asks: ['keyboard for notes'] },
    'keyboard-small lead-usb-a-b dynamic-handheld lead-xlr interface-usb-2-b lead-usb-a-b',
    ['keyboard-small dynamic-handheld interface-usb-2-b'],
    'both on the laptop',
    { most: 30 },
  ),
  practice(
    'a keyboard for notes on a tablet with one socket',
    { device: 'tablet-usb-c', app: 'studio', asks: ['keyboard for notes'] },
    'keyboard-small lead-usb-a-b dynamic-handheld lead-xlr interface-usb-1 lead-usb-c-c',
    ['keyboard-small interface-usb-1 hub-bus-today|hub-mains|hub-through|hub-mains-a'],
    'a hub for both',
    { most: 50 },
  ),
  // A host at a mixer.
  practice(
    'two callers by phone, recorded on a laptop',
    {
      purpose: 'call',
      sources: voices(2),
      app: 'phone-call',
      hearing: 'both',
      also: [
        { device: 'phone-usb-c', app: 'phone-call' },
        { device: 'laptop-two-holes', app: 'recorder-picker' },
      ],
    },
    `${PAIR} mixer-4-usb lead-usb-a-b headphones-6.35 lead-instrument lead-instrument interface-headset-instrument interface-headset-instrument lead-3-2x6.35 lead-3-2x6.35 usbc-headset-active`,
    ['mixer-4-usb interface-headset-instrument lead-3-2x6.35 headphones-6.35'],
    'a send each, with everybody but themselves',
    { most: 0 },
  ),
  practice(
    'one caller, recorded on a laptop',
    { purpose: 'call', app: 'phone-call', hearing: 'both', also: [{ device: 'laptop-usb-c', app: 'recorder-picker' }] },
    '',
    ['mixer-2-stereo-usb', 'mixer-2-stereo'],
    'the phone by a box on the aux, back on the stereo channel',
    { most: 350 },
  ),
  practice(
    'a laptop call and a phone call at once',
    {
      purpose: 'call',
      device: 'laptop-headset',
      app: 'browser-call',
      hearing: 'both',
      also: [{ device: 'phone-headset', app: 'phone-call' }],
    },
    '',
    ['mixer-4-stereo', 'mixer-4-usb'],
    'two sends, two stereo channels',
    { most: 500 },
  ),
  practice(
    'a USB mixer where only headsets are taken',
    { ...CALL, device: 'phone-headset', asks: ['mixer'] },
    'mixer-4-usb dynamic-handheld lead-xlr lead-usb-a-b',
    ['dynamic-handheld lead-xlr mixer-4-usb'],
    'its analogue outputs serve',
    { most: 60 },
  ),
];
