import { expose } from 'comlink';
import { createPrintService } from './printService';

expose(createPrintService());
