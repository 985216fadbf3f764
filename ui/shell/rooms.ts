import {
  Archive,
  AudioLines,
  Backpack,
  Cable,
  ClipboardCheck,
  Dumbbell,
  FolderOpen,
  GitCompareArrows,
  type LucideIcon,
  NotebookText,
  PenLine,
  Phone,
  QrCode,
  Settings,
  SlidersVertical,
  Stethoscope,
  TabletSmartphone,
  Zap,
} from 'lucide-react';

export interface Room {
  readonly href: string;
  readonly name: string;
  readonly icon: LucideIcon;
  /** Another word by which it is looked for. */
  readonly also?: string;
}

/** Views of one setup: each keeps it in the address. */
export const VIEWS: readonly Room[] = [
  { href: '/line/', name: 'Line', icon: Cable, also: 'gates connections' },
  { href: '/levels/', name: 'Levels', icon: SlidersVertical, also: 'gain knobs noise' },
  { href: '/power/', name: 'Power', icon: Zap, also: 'battery current USB' },
  { href: '/call/', name: 'Call', icon: Phone, also: 'who hears whom echo' },
  { href: '/device/', name: 'Device', icon: TabletSmartphone, also: 'order of plugging stand-in' },
  { href: '/run/', name: 'Run', icon: ClipboardCheck, also: 'run sheet print pack checklist' },
];
const JOB: Room = { href: '/', name: 'Job', icon: PenLine, also: 'plan find a chain' };
const KIT: Room = { href: '/kit/', name: 'Kit', icon: Backpack, also: 'shopping several jobs' };
const CHECK: Room = { href: '/check/', name: 'Check', icon: AudioLines, also: 'take recording live meter' };
const MEND: Room = { href: '/mend/', name: 'Mend', icon: Stethoscope, also: 'fault trouble' };
const LOG: Room = { href: '/log/', name: 'Log', icon: NotebookText, also: 'history notes' };
const PRACTICE: Room = { href: '/practice/', name: 'Practice', icon: Dumbbell, also: 'exercise train' };
const DRAWER: Room = { href: '/drawer/', name: 'Drawer', icon: Archive, also: 'what you own' };
const FILES: Room = { href: '/files/', name: 'Files', icon: FolderOpen, also: 'backup open save' };
const HAND: Room = { href: '/hand/', name: 'Hand over', icon: QrCode, also: 'phone QR code camera' };
const SETTINGS: Room = {
  href: '/settings/',
  name: 'Settings',
  icon: Settings,
  also: 'currency feet comma mains theme',
};
const COMPARE: Room = { href: '/compare/', name: 'Compare', icon: GitCompareArrows, also: 'two setups' };

export interface Place extends Room {
  /** What is seen there, as tabs above it. */
  readonly views: readonly Room[];
}
/** Five places, in the order of the work. */
export const PLACES: readonly Place[] = [
  { ...JOB, name: 'Plan', views: [JOB, KIT, DRAWER] },
  { href: '/line/', name: 'Set up', icon: Cable, views: VIEWS },
  { ...CHECK, views: [CHECK] },
  { ...MEND, views: [MEND] },
  { ...LOG, name: 'Remember', icon: NotebookText, views: [LOG, PRACTICE, HAND, FILES, SETTINGS] },
];
/** Every room there is. */
export const ROOMS: readonly Room[] = [...PLACES.flatMap((p) => p.views), COMPARE];

export const isIn = (path: string, href: string): boolean =>
  href === '/' ? path === '/' : path.startsWith(href.slice(0, -1));

export const placeOf = (path: string): Place | undefined => PLACES.find((p) => p.views.some((v) => isIn(path, v.href)));
