/** The gates in the order they are shown: their names, and what each asks of those who meet it for the first time. */
export const GATE_NAMES = {
  fit: { title: 'Fit', question: 'Do all plugs go fully in?' },
  wired: { title: 'Wired', question: 'Does every contact touch the right one?' },
  seen: { title: 'Seen', question: 'Does the device notice the mic, and does the app take it?' },
  level: { title: 'Level', question: 'Loud enough, and not too loud?' },
  clean: { title: 'Clean', question: 'Is the voice well above the noise?' },
  powered: { title: 'Powered', question: 'Does everything get its current, to the end?' },
  heard: { title: 'Heard', question: 'Can those who must listen hear?' },
  safe: { title: 'Safe', question: 'Does anything reach a socket that it may harm?' },
} as const satisfies Readonly<Record<string, { readonly title: string; readonly question: string }>>;

export type GateName = keyof typeof GATE_NAMES;
export const GATES = Object.keys(GATE_NAMES) as readonly GateName[];
