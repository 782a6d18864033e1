import type { Metadata } from 'next';
import { HandedRunScreen } from '@/features/attend/HandedRunScreen';

export const metadata: Metadata = { title: 'At the printer' };

export default function RunPage() {
  return <HandedRunScreen />;
}
