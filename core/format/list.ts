import { ACT_TEXTS } from './acts';
import { CAUSE_TEXTS } from './causes';
import { DIAGNOSIS_TEXTS, SUSPECT_TEXTS } from './diagnoses';
import { GATE_TEXTS } from './gates';
import { LINE_UP_TEXTS } from './line-ups';
import type { Text } from './message';
import { PLAN_TEXTS } from './plans';
import { CAUTION_TEXTS, RUN_TEXTS } from './runs';
import { SIGHTING_TEXTS } from './sightings';
import { TAKE_TEXTS } from './takes';

/** Every table of texts. */
export const TABLES: Readonly<Record<string, Readonly<Record<string, Text>>>> = {
  gates: GATE_TEXTS,
  takes: TAKE_TEXTS,
  'line-ups': LINE_UP_TEXTS,
  plans: PLAN_TEXTS,
  causes: CAUSE_TEXTS,
  acts: ACT_TEXTS,
  diagnoses: DIAGNOSIS_TEXTS,
  suspects: SUSPECT_TEXTS,
  runs: RUN_TEXTS,
  cautions: CAUTION_TEXTS,
  sightings: SIGHTING_TEXTS,
};

/** Every sentence the program can say, for those who read them over: docs/sentences.md. */
export function sentenceList(): string {
  const lines = [
    '# What Symplex says',
    '',
    'Written by `npm run sentences`. In braces what is filled in, in square brackets what is left out where it does not apply.',
  ];
  for (const [name, table] of Object.entries(TABLES)) {
    lines.push('', `## Of ${name}`, '', '| id | says | why |', '| --- | --- | --- |');
    for (const [id, text] of Object.entries(table)) {
      const { say, why } = typeof text === 'string' ? { say: text, why: '' } : text;
      lines.push(`| ${id} | ${say} | ${why} |`);
    }
  }
  return `${lines.join('\n')}\n`;
}
