export { FootAxis, LevelAxis } from './axes';
export { type Backup, backedUp, useBackup } from './backup';
export { Basis } from './basis';
export { Button } from './button';
export { bringDemoBack, newDrawer, putDemoAway } from './demo';
export { DocumentPicker } from './document-picker';
export { editDrawer } from './edit-drawer';
export { EFFORTS, type Effort } from './efforts';
export { askAgain, failing, useFailedElsewhere } from './elsewhere';
export { Figures } from './figures';
export { classesNamed, isNamed } from './find-classes';
export { attempt, everythingHere, keepChange, keepRevision, keepSetup, overruled, useNotKept } from './keeping';
export { KIND_TITLES, KINDS_IN_ORDER } from './kinds';
export { about, entryEdit, keepEntry } from './log-entries';
export { NumberField } from './number-field';
export { inInput, numberInput } from './number-input';
export { keepFigure } from './own-figure';
export { AppIcon, PartIcon } from './part-icon';
export { Photograph } from './photograph';
export { colourOf, MarginBar, StatusMark, washOf } from './status';
export {
  type Judgement,
  useAsTold,
  useCloseUp,
  useConflict,
  useDiagnosis,
  useFirstAid,
  useHubPorts,
  useKits,
  useKnobTables,
  useLevels,
  useMends,
  useOpeners,
  useOrder,
  usePlan,
  useQuieter,
  useReport,
  useStandIn,
  useSwaps,
  useUses,
  useWay,
  useWhyNot,
} from './use-computed';
export {
  setSetting,
  useAll,
  useDrawer,
  useJob,
  useKnownDrawer,
  useLiking,
  useOnPage,
  useSetAside,
  useSetting,
  useSetup,
  useSteps,
} from './use-documents';
export { useMoney } from './use-money';
export { useObjectUrl } from './use-object-url';
export { useWidth } from './use-width';
export {
  ABSENCES,
  appOf,
  classOf,
  freeId,
  gateTitle,
  headsetOnly,
  lower,
  nameIn,
  offeredApps,
  outcomeText,
  ownLengthText,
  partName,
  today,
} from './words';
