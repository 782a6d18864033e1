import type { Metadata } from 'next';
import { SafeScreen } from '@/features/safe/SafeScreen';

export const metadata: Metadata = { title: 'Safe keeping' };

export default function SafePage() {
  return <SafeScreen />;
}
