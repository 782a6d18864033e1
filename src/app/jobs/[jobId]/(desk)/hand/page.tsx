import type { Metadata } from 'next';
import { HandDesk } from '@/features/hand/HandDesk';

export const metadata: Metadata = { title: '3D view' };

export default function HandPage() {
  return <HandDesk />;
}
