import type { Metadata } from 'next';
import { HandDesk } from '@/features/hand/HandDesk';

export const metadata: Metadata = { title: 'In the hand' };

export default function HandPage() {
  return <HandDesk />;
}
