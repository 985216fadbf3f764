import './as-told';
import { expose } from 'comlink';
import { takeEndpoint } from './take-endpoint';

expose(takeEndpoint);
