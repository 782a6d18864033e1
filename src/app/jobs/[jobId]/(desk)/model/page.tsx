import type { Metadata } from 'next';
import { ModelDesk } from '@/features/model/ModelDesk';

export const metadata: Metadata = { title: 'Model' };

export default function ModelPage() {
  return <ModelDesk />;
}
