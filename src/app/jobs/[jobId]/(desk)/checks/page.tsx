import type { Metadata } from 'next';
import { OnceSliced } from '@/base/job/OnceSliced';
import { ChecksDesk } from '@/features/checks/ChecksDesk';

export const metadata: Metadata = { title: 'Checks' };

export default function ChecksPage() {
  return (
    <OnceSliced does="Checks look through">
      <ChecksDesk />
    </OnceSliced>
  );
}
