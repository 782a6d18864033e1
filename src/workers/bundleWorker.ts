import { expose } from 'comlink';
import { bundleService } from './bundleService';

expose(bundleService());
