import type { Metadata } from 'next';
import { ShelfScreen } from '@/features/shelf/ShelfScreen';

export const metadata: Metadata = { title: 'Shelf' };

export default function ShelfPage() {
  return <ShelfScreen />;
}
