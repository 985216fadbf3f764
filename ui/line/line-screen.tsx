'use client';
import { Screen } from '../shell';
export function LineScreen() {
  return <Screen title="Line">{null}</Screen>;
}
