import type { Metadata } from 'next';
import { GUIDE_PAGES } from '@/core/guide/pages';
import { GuideScreen } from '@/features/guide/GuideScreen';

const [FIRST] = GUIDE_PAGES;

export const metadata: Metadata = { title: FIRST.title };

/** The guide begins with its first page. */
export default function GuidePage() {
  return <GuideScreen page={FIRST.id} />;
}
