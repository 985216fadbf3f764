import { writeFileSync } from 'node:fs';
import { sentenceList } from '@/core/words';

writeFileSync('docs/sentences.md', sentenceList());
