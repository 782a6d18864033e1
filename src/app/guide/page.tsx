import { redirect } from 'next/navigation';
import { GUIDE_PAGES } from '@/core/guide/pages';

export default function GuidePage() {
  redirect(`/guide/${GUIDE_PAGES[0].id}`);
}
