export { echoLoss } from './tolerance';
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
