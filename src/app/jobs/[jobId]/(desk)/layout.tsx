import type { ReactNode } from 'react';
import { JobFrame } from '@/frame/JobFrame';

interface JobLayoutProps {
  readonly params: Promise<{ jobId: string }>;
  readonly children: ReactNode;
}

export default async function JobLayout({ params, children }: JobLayoutProps) {
  return <JobFrame jobId={(await params).jobId}>{children}</JobFrame>;
}
