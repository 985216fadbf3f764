'use client';
import { writeDocument } from '@/core/model';
import { Button, everythingHere } from '../components';
import { saveFile } from './save-file';

/** All that is kept, as one file. */
export function SaveEverything() {
  const save = async () => saveFile('symplex.bundle.json', writeDocument(await everythingHere()));
  return <Button onClick={save}>Save everything to a file</Button>;
}
