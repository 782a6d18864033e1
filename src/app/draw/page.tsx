import type { Metadata } from 'next';
import { DrawScreen } from '@/features/draw/DrawScreen';

export const metadata: Metadata = { title: 'Draw a plate' };

export default function DrawPage() {
  return <DrawScreen />;
}
