import { writeFileSync } from 'node:fs';
import { sentenceList } from '@/core/format';

writeFileSync('docs/sentences.md', sentenceList());
