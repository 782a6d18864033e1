import type { Metadata } from 'next';
import { RunSheet } from '@/features/attend/along/RunSheet';

export const metadata: Metadata = { title: 'Run-sheet' };

interface SheetPageProps {
  readonly params: Promise<{ jobId: string }>;
}

export default async function SheetPage({ params }: SheetPageProps) {
  return <RunSheet jobId={(await params).jobId} />;
}
