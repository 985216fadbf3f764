import { byId, grouped, memo } from '../algorithms';
import { lower } from '../format';
import { type Chances, kindOf, type SignKind, type Signs } from './signs';

/** Some values of some signs at once: of every voice one of which is so. */
type Pattern = Partial<Record<SignKind, readonly string[]>>;

/** What a person can say of a setup before anything is tried. */
export interface Notice {
  readonly id: NoticeId;
  readonly words: string;
  /** Under which heading it is chosen. */
  readonly group: 'The mic' | 'The sound' | 'Sides and tone' | 'Headphones and call' | 'Power and plugs';
  /** Any of these would be called so. */
  readonly means: readonly Pattern[];
  /** Words by which it is recognised where a person writes what they notice. */
  readonly said: RegExp;
}

const NOTICES_BY_ID = {
  'nothing-happens': {
    words: 'Plugged in, nothing changes',
    group: 'The mic',
    means: [{ listed: ['no'] }, { recorded: ['built-in', 'nothing'] }, { level: ['none'] }],
    said: /nothing (changes|happens)|does(n.t| not) (work|do anything)|no (reaction|effect)|\bdead\b(?!.*(key|bat))/,
  },
  'not-listed': {
    words: 'Not on the list of inputs',
    group: 'The mic',
    means: [{ listed: ['no'] }],
    said: /not (on the list|listed|detected|recogni[sz]ed|noticed|seen|found|shown|there|offered)|(does(n.t| not)|can(no|')t) (list|show|see|find|detect|recogni[sz]e|notice)|is(n.t| not) (listed|detected|recogni[sz]ed|shown)|missing (in|from)/,
  },
  'listed-silent': {
    words: 'Listed, but no level',
    group: 'The mic',
    means: [{ listed: ['yes'], level: ['none'] }],
    said: /(listed|shown|recogni[sz]ed|detected|there).*(\bbut\b|\byet\b).*(no (level|sound|signal|audio)|silent|nothing|dead)|meter.*(does(n.t| not)|not) move/,
  },
  'no-level': {
    words: 'No level, no sound',
    group: 'The mic',
    means: [{ level: ['none'] }],
    said: /no (level|sound|signal|audio|voice)|\bsilen(t|ce)\b|\bmute|hear nothing on (it|the recording)|records nothing|empty (track|recording)/,
  },
  'built-in': {
    words: 'The built-in mic records instead',
    group: 'The mic',
    means: [{ recorded: ['built-in'] }],
    said: /built.?in|(phone|tablet|laptop|camera|device).s? own mic|own mic|records (from )?(itself|the room)|(phone|tablet|laptop|camera)('s)? mic(rophone)? (records|is used)|tapping the (phone|tablet)/,
  },
  'too-quiet': {
    words: 'Much too quiet',
    group: 'The sound',
    means: [{ level: ['quiet', 'none'] }],
    said: /(too|very|so|much) (quiet|low|soft|faint|weak)|\bquiet\b|\bfaint\b|hardly (hear|any level)|barely/,
  },
  'too-loud': {
    words: 'Much too loud',
    group: 'The sound',
    means: [{ level: ['loud'] }, { distorted: ['yes'] }],
    said: /too (loud|hot)|over ?load|in the red|peaks? (at|over)|meter is red/,
  },
  distorted: {
    words: 'Distorted, harsh',
    group: 'The sound',
    means: [{ distorted: ['yes'] }],
    said: /distort|clip(s|ped|ping)|harsh|crunch|fuzz|breaks up/,
  },
  hiss: {
    words: 'Hiss',
    group: 'The sound',
    means: [{ hiss: ['yes'] }],
    said: /hiss|nois[ey]|rush|white noise|static(?!.*(charg|power))/,
  },
  hum: {
    words: 'Hum or buzz',
    group: 'The sound',
    means: [{ hum: ['yes'] }],
    said: /\bhum|buzz|drone|mains|50 ?hz|60 ?hz/,
  },
  whine: {
    words: 'Whine or static when charging',
    group: 'The sound',
    means: [{ whine: ['yes'] }, { hum: ['yes'] }],
    said: /whin|whistl|(static|noise|buzz|hum).*(charg|power|plugged into)|charg.*(static|noise|buzz|hum)/,
  },
  crackle: {
    words: 'Crackles, comes and goes',
    group: 'The sound',
    means: [{ crackle: ['yes'] }],
    said: /crackl|click|pops?\b|drops? ?out|comes and goes|on and off|intermitten|cuts? (in and )?out|loose|wiggl/,
  },
  'one-side': {
    words: 'On one side only',
    group: 'Sides and tone',
    means: [{ sides: ['left', 'right'] }],
    said: /(one|left|right)[ -](side|channel)|only (the )?(left|right)|on(ly)? (the )?(left|right) only|one side/,
  },
  hollow: {
    words: 'Hollow, vanishes in mono',
    group: 'Sides and tone',
    means: [{ sides: ['hollow'] }],
    said: /hollow|phas(e|y)|vanish|cancel|disappears? (in|on) mono/,
  },
  swapped: {
    words: 'Sides exchanged',
    group: 'Sides and tone',
    means: [{ sides: ['left', 'right'] }],
    said: /(swap|exchang|switch)ed|wrong (side|way round|channel)|left is right/,
  },
  thin: {
    words: 'Thin, no bass',
    group: 'Sides and tone',
    means: [{ tone: ['thin'] }],
    said: /\bthin\b|tinny|no bass|telephone/,
  },
  dull: {
    words: 'Dull, muffled',
    group: 'Sides and tone',
    means: [{ tone: ['dull'] }, { recorded: ['built-in'] }],
    said: /\bdull\b|muffl|dark\b|no treble|under a blanket/,
  },
  distant: {
    words: 'Distant, like a room',
    group: 'Sides and tone',
    means: [{ recorded: ['built-in'] }],
    said: /distant|far away|room(y| sound)|echoey|reverb|bathroom/,
  },
  'no-headphones': {
    words: 'Nothing in the headphones',
    group: 'Headphones and call',
    means: [{ ears: ['none'] }, { self: ['no'] }, { caller: ['no'] }],
    said: /(nothing|no sound|silen\w*|dead)\b.*(headphone|earphone|ears?\b|earbud)|(headphone|earphone|earbud)s?.*(silent|dead|nothing|no sound)|can.?t hear (any|my)/,
  },
  'one-ear': {
    words: 'In one ear only',
    group: 'Headphones and call',
    means: [{ ears: ['one'] }],
    said: /one ear/,
  },
  'not-myself': {
    words: 'I do not hear myself',
    group: 'Headphones and call',
    means: [{ self: ['no'] }],
    said: /(not|n.t|cannot) hear (myself|my (own )?(voice|self)|me\b)/,
  },
  late: {
    words: 'I hear myself late',
    group: 'Headphones and call',
    means: [{ late: ['yes'] }],
    said: /\blate\b|delay|latency|lag|echo for me|i hear an? echo|hear myself (twice|late)/,
  },
  'not-caller': {
    words: 'I do not hear the caller',
    group: 'Headphones and call',
    means: [{ caller: ['no'] }],
    said: /(not|n.t|cannot) hear (them|the (caller|other|guest|far))/,
  },
  echo: {
    words: 'They hear themselves',
    group: 'Headphones and call',
    means: [{ echo: ['yes'] }],
    said: /(they|caller|guest|far end|other (side|end)|he|she).*(echo|hears? (themsel|himsel|hersel|itsel|their own))|echo for (them|the caller)/,
  },
  howl: {
    words: 'It howls',
    group: 'Headphones and call',
    means: [{ howl: ['yes'] }],
    said: /howl|feed ?back|squeal|screech/,
  },
  'power-notice': {
    words: 'A notice: needs too much power',
    group: 'Power and plugs',
    means: [{ power: ['short'] }],
    said: /too much power|needs? (more )?power|not enough power|power (notice|warning)|accessory.*power/,
  },
  asked: {
    words: 'It asked what I plugged in',
    group: 'Power and plugs',
    means: [{ answer: ['headphones'] }, { listed: ['no'] }],
    said: /what (did|have) (you|i) plug|asked? (me )?what/,
  },
  'goes-flat': {
    words: 'Goes flat, dies on the way',
    group: 'Power and plugs',
    means: [{ lasts: ['no'] }],
    said: /\bflat\b|batter(y|ies)|dies\b|died|runs? (out|down)|stops after|goes? off/,
  },
  'keys-dead': {
    words: 'The keyboard is dead',
    group: 'Power and plugs',
    means: [{ keys: ['dead'] }],
    said: /keyboard.*(dead|dies|silent|not)|keys? (are |is )?dead/,
  },
  'does-not-seat': {
    words: 'A plug does not go in',
    group: 'Power and plugs',
    means: [{ seats: ['no'] }],
    said: /(not|n.t) (seat|fit|go in|click)|sticks? out|half (in|out)|loose plug/,
  },
} as const satisfies Readonly<Record<string, Omit<Notice, 'id'>>>;
export type NoticeId = keyof typeof NOTICES_BY_ID;

export const NOTICES: readonly Notice[] = (Object.keys(NOTICES_BY_ID) as NoticeId[]).map((id) => ({
  id,
  ...NOTICES_BY_ID[id],
}));
const noticeOf = (id: NoticeId): Notice => byId(NOTICES, id);

/** It was as it should be the day before. */
export const SAID_YESTERDAY = /yesterday|last (week|time|night)|used to|worked (before|until)|this morning/;

/**
 * What of all that is told in some words, as a person writes them. Of two that say the same, the one that says more.
 * @example noticesIn('It is listed but there is no level'); // ['listed-silent']
 */
export function noticesIn(words: string): readonly NoticeId[] {
  const said = words.toLowerCase().replace(/[’`]/g, "'");
  const ids = NOTICES.filter((n) => n.said.test(said)).map((n) => n.id);
  return ids.filter((id) => !ids.some((other) => NARROWER[other]?.includes(id)));
}
/** What is said of more is left out where what is narrower was said. */
const NARROWER: Partial<Record<NoticeId, readonly NoticeId[]>> = {
  'listed-silent': ['no-level', 'nothing-happens', 'not-listed'],
  'not-listed': ['nothing-happens', 'no-level'],
  'built-in': ['nothing-happens', 'not-listed', 'no-level'],
  'no-level': ['nothing-happens'],
  'no-headphones': ['no-level', 'nothing-happens', 'one-side'],
  'one-ear': ['one-side'],
  swapped: ['one-side'],
  'one-side': ['no-level', 'nothing-happens'],
  whine: ['hum', 'hiss'],
  echo: ['late', 'one-side'],
  'keys-dead': ['nothing-happens', 'no-level', 'goes-flat'],
  'goes-flat': ['nothing-happens'],
  'not-myself': ['no-headphones', 'no-level'],
  'not-caller': ['no-headphones', 'no-level'],
  'power-notice': ['goes-flat'],
  'does-not-seat': ['not-listed'],
};

/** Of one question in so many a person answers amiss, or names the wrong word; est. */
export const MISREPORT = 0.1;

/** With that, the chance that something is said to be so: no word rules anything out. */
export const heardSo = (chance: number): number => MISREPORT + (1 - 2 * MISREPORT) * chance;

const chanceOf = (chances: Chances, values: readonly string[]): number =>
  values.reduce((sum, v) => sum + (chances[v] ?? 0), 0);

/** The likeliest value of a sign. */
export const likeliest = (chances: Chances): string =>
  Object.entries(chances).reduce((best, entry) => (entry[1] > best[1] ? entry : best), ['', -1] as [string, number])[0];

const byKind = memo((signs: Signs) => grouped(signs, ([sign]) => kindOf(sign)));

/**
 * How likely it is that a setup which looks like this shows what is meant by a notice.
 * @param usual what nobody notices as a fault: as it should be
 */
export function shows(id: NoticeId, signs: Signs, usual: Signs): number {
  const { means } = noticeOf(id);
  let none = 1;
  for (const pattern of means) {
    let all = 1;
    const signsOfIt = Object.entries(pattern) as [SignKind, readonly string[]][];
    for (const [kind, values] of signsOfIt) {
      const those = byKind(signs).get(kind) ?? [];
      // Of several voices one is enough; a sign that this setup cannot show is not noticed.
      const any =
        1 -
        those.reduce((p, [sign, chances]) => {
          const own = usual.get(sign);
          // Beside something that is not as usual, what is usual is said as well: listed, but silent.
          const ordinary = signsOfIt.length === 1 && own ? likeliest(own) : null;
          return (
            p *
            (1 -
              chanceOf(
                chances,
                values.filter((v) => v !== ordinary),
              ))
          );
        }, 1);
      all *= any;
    }
    none *= 1 - all;
  }
  return 1 - none;
}

/** Does this setup show any of what a notice is of? What it cannot show is not offered. */
export const isPossible = (id: NoticeId, drawn: Signs): boolean =>
  noticeOf(id).means.some((p) => Object.keys(p).every((k) => [...drawn.keys()].some((s) => kindOf(s) === k)));

/** Notices within a sentence: "hiss", "I do not hear the caller". */
export const saidWords = (ids: readonly NoticeId[]): readonly string[] =>
  NOTICES.filter((n) => ids.includes(n.id)).map(({ words }) => (/^I /.test(words) ? words : lower(words)));
