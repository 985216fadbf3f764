export { type Bus, busesOf, hasSends } from './buses';
export { type ChannelRow, type KnobTable, type KnobUse, knobTables, knobUses, type Send } from './knob-uses';
export { echoLoss } from './tolerance';
export { type Way, wayOf } from './way';
export {
  callsSomebody,
  FAINT_UNDER_DB,
  type Heard,
  type Hearings,
  type Listener,
  UNHEARD_UNDER_DB,
  type Voice,
  whoHearsWhom,
} from './who-hears-whom';
