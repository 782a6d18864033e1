import type { Metadata } from 'next';
import { ReliefScreen } from '@/features/relief/ReliefScreen';

export const metadata: Metadata = { title: 'Relief from a picture' };

export default function ReliefPage() {
  return <ReliefScreen />;
}
