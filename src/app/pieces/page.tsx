import type { Metadata } from 'next';
import { PiecesScreen } from '@/features/pieces/PiecesScreen';

export const metadata: Metadata = { title: 'Test pieces' };

export default function PiecesPage() {
  return <PiecesScreen />;
}
