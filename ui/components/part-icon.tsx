import {
  AppWindow,
  BatteryCharging,
  Cable,
  CircleQuestionMark,
  Headphones,
  Keyboard,
  type LucideIcon,
  Mic,
  Music,
  Plug,
  Radio,
  SlidersVertical,
  Smartphone,
  SquareActivity,
} from 'lucide-react';
import type { PartClass, PartKind } from '@/core/model';

const ICONS: Readonly<Record<PartKind, LucideIcon>> = {
  source: Music,
  microphone: Mic,
  wireless: Radio,
  lead: Cable,
  adapter: Plug,
  interface: SquareActivity,
  mixer: SlidersVertical,
  listening: Headphones,
  controller: Keyboard,
  power: BatteryCharging,
  device: Smartphone,
  unknown: CircleQuestionMark,
};

export function PartIcon({ partClass, size = 26 }: { readonly partClass: PartClass; readonly size?: number }) {
  const Icon = ICONS[partClass.kind];
  return <Icon size={size} strokeWidth={1.8} aria-hidden className="shrink-0" />;
}

export const AppIcon = AppWindow;
