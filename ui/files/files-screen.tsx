'use client';
import { Screen } from '../shell';
export function FilesScreen() {
  return <Screen title="Files">{null}</Screen>;
}
