import { writeFileSync } from 'node:fs';
import { sentenceList } from '@/core/format';
import { sourceList } from './said';

writeFileSync('docs/sentences.md', sentenceList());
writeFileSync('docs/sentences-in-place.md', sourceList());
