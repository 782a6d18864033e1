import { bundleService } from './bundleService';
import { offer } from '../line/offer';

offer(bundleService());
