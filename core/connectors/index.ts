export {
  CONNECTOR_NAMES,
  type Connector,
  concentricName,
  connectorNamed,
  contactsOf,
  describeConnector,
  mustConnector,
} from './connector';
export type { FamilyName } from './keyed';
export { type Mating, mate, type Touch } from './mate';
export type { PlugProfile, Segment, SocketProfile, Spring } from './profile';
