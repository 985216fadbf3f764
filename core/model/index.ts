export {
  appsOf,
  devicesOf,
  hasBattery,
  isCarried,
  isGiven,
  isLoudspeaker,
  looseParts,
  mostChannels,
  plays,
  runsOn,
  takesUp,
} from './abilities';
export type { AppClass, AppFact } from './app-class';
export { bareSetup, blankJob } from './blank';
export type { Catalogue } from './catalogue';
export { checkDocument } from './check';
export type {
  Apart,
  Arrangement,
  Bundle,
  ChosenInput,
  Destination,
  Document,
  Drawer,
  Entry,
  EntryKind,
  Hearing,
  Job,
  Joint,
  Mains,
  Outcome,
  OwnFigure,
  Part,
  Place,
  Placement,
  PortRef,
  Preference,
  Purpose,
  RetiredPart,
  Room,
  Session,
  Setup,
  Sort,
  Source,
  Track,
  Was,
  With,
} from './documents';
export {
  FORMAT_VERSION,
  hearsFarEnd,
  hearsSelf,
  mainsOf,
  PLAIN_MAINS,
  RATED_SPL,
  UNKNOWN,
  UNKNOWN_APP,
  UNKNOWN_DEVICE,
} from './documents';
export { FIGURES, type FigureName, type FigureSpec, figureName, hasFigure, isFigure } from './figures';
export { groundsOf } from './grounds';
export { type Host, hostsOf, inApp, movedTo, mustHosts, notKnownIn } from './hosts';
export type { ClassId, JointId, PartId, PortId } from './ids';
export { dearerByLength, kindOf, type Length, lengthsSold, longestM, ofKind, ofLength, ownLength } from './lengths';
export { appIn, classIn, classOfPart, hostIn, jointIn, knobIn, partIn } from './lookups';
export { type Merged, merged, same } from './merge';
export type {
  Basis,
  Carries,
  CellClass,
  Detection,
  ElementSpec,
  Flow,
  Held,
  HostSpec,
  Identity,
  InputSpec,
  KnobRole,
  KnobSpec,
  PartClass,
  PartKind,
  PortSpec,
  Quantity,
  Role,
  ToneBand,
  UsbSpec,
  UsbSpeed,
  Value,
} from './part-class';
export { partName } from './part-name';
export {
  type Caller,
  callerCalled,
  callersOf,
  HERE,
  mayHear,
  oneMoreCaller,
  takeId,
  withoutCaller,
} from './people';
export { givesPhantom, LEAST_PHANTOM_VOLT, type PhantomSource, phantomSources } from './phantom';
export { pooled } from './pooled';
export type { DocumentProblem } from './problem';
export { isFader, isShut, knobAt, newPart, quantity, valueWithBasis } from './quantity';
export { ALL_SORTS, askedBy, askedName, isAsked, isBeside, sendsNotes } from './sorts';
export { alsoCalled, type Synonyms } from './synonyms';
export { turnKnob } from './turn';
export {
  ORDINARY_SPL,
  PLAIN_USUAL,
  sameMains,
  USUAL_LOST_TAKE,
  USUAL_PER_PIECE,
  type Usual,
} from './usual';
export { withSources } from './with-sources';
export { writeDocument } from './write';
