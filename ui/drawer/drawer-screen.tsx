'use client';
import { Screen } from '../shell';
export function DrawerScreen() {
  return <Screen title="Drawer">{null}</Screen>;
}
