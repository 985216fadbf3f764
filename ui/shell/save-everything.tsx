'use client';
import { writeDocument } from '@/core/model';
import { everythingKept } from '@/store';
import { Button } from '../kit';
import { saveFile } from './save-file';

/** All that is kept, as one file. */
export function SaveEverything() {
  const save = async () => saveFile('symplex.bundle.json', writeDocument(await everythingKept()));
  return <Button onClick={save}>Save everything to a file</Button>;
}
