import './as-told';
import { expose } from 'comlink';
import { endpoint } from './endpoint';

expose(endpoint);
