import { browserHelpers } from '../beside/browserHelpers';
import { offer } from '../line/offer';
import { createPrintService } from './printService';

offer(createPrintService(browserHelpers()));
