import type { Metadata } from 'next';
import { RunSheet } from '@/features/attend/RunSheet';

export const metadata: Metadata = { title: 'Run-sheet' };

interface SheetPageProps {
  readonly params: Promise<{ jobId: string }>;
}

export default async function SheetPage({ params }: SheetPageProps) {
  return <RunSheet jobId={(await params).jobId} />;
}
