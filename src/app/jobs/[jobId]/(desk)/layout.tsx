import type { ReactNode } from 'react';
import { JobLayout } from '@/frame/JobLayout';

interface LayoutProps {
  readonly params: Promise<{ jobId: string }>;
  readonly children: ReactNode;
}

export default async function Layout({ params, children }: LayoutProps) {
  return <JobLayout jobId={(await params).jobId}>{children}</JobLayout>;
}
