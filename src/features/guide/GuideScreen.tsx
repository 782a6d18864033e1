import { ScrollArea } from '@/components/controls/ScrollArea';
import { Link } from '@/components/Link';
import type { ComponentType } from 'react';
import { GUIDE_PAGES, titleOf, type GuidePageId } from '@/core/guide/pages';
import { BackBar } from './BackBar';
import { AtTheSwapPage, BedPage, MaterialsPage, PurgingPage, SafetyPage } from './pages/handsPages';
import { FilePerColourPage, JoiningPage } from './pages/filesPages';
import { ModelPage } from './pages/modelPages';
import { LayersPage, ThinColoursPage, TimePage } from './pages/planningPages';
import { KeepingPage, LearningPage } from './pages/logbookPages';
import { MeasuringPage } from './pages/measuringPage';
import { ColourOrderPage, DippingPage, SideBySidePage } from './pages/sidePages';
import { OddFilesPage, StoppingPage, TheStopPage } from './pages/stoppingPages';

const CONTENT: Readonly<Record<GuidePageId, ComponentType>> = {
  layers: LayersPage,
  'from-the-model': ModelPage,
  stopping: StoppingPage,
  'the-stop': TheStopPage,
  'at-the-swap': AtTheSwapPage,
  purging: PurgingPage,
  materials: MaterialsPage,
  'thin-colours': ThinColoursPage,
  'side-by-side': SideBySidePage,
  'colour-order': ColourOrderPage,
  dipping: DippingPage,
  joining: JoiningPage,
  'file-per-colour': FilePerColourPage,
  time: TimePage,
  learning: LearningPage,
  measuring: MeasuringPage,
  keeping: KeepingPage,
  bed: BedPage,
  'odd-files': OddFilesPage,
  safety: SafetyPage,
};

/** The guide: what people who swap by hand know, in short pages. */
export function GuideScreen({ page }: { page: GuidePageId }) {
  const Content = CONTENT[page];
  const at = GUIDE_PAGES.findIndex(({ id }) => id === page);
  const before = at > 0 ? GUIDE_PAGES[at - 1] : null;
  const after = GUIDE_PAGES.at(at + 1);
  return (
    <div className="grid min-h-0 flex-1 content-start md:h-dvh md:grid-cols-[15rem_minmax(0,1fr)] md:grid-rows-[minmax(0,1fr)] md:content-stretch">
      <nav
        aria-label="Pages of the guide"
        className="min-h-0 overflow-y-auto border-line bg-panel px-3 py-4 max-md:border-b md:border-r"
      >
        <p className="px-2 pb-2 text-xl font-semibold">Guide</p>
        <ol className="grid gap-0.5 max-md:grid-cols-2">
          {GUIDE_PAGES.map(({ id, title }) => (
            <li key={id}>
              <Link
                href={`/guide/${id}`}
                aria-current={id === page ? 'page' : undefined}
                className="block rounded-md px-2 py-1.5 text-sm hover:bg-sunk aria-[current=page]:bg-accent-soft aria-[current=page]:font-semibold"
              >
                {title}
              </Link>
            </li>
          ))}
        </ol>
      </nav>
      <ScrollArea inside="px-6 pb-10">
        <BackBar />
        <article className="mx-auto max-w-160">
          <h1 className="pt-6 pb-3 text-2xl font-semibold">{titleOf(page)}</h1>
          <Content />
        </article>
        <nav
          aria-label="Next page"
          className="mx-auto flex max-w-160 justify-between gap-4 pt-8 text-sm font-medium"
        >
          {before ? <Turn page={before} words="Before" /> : <span />}
          {after && <Turn page={after} words="Next" />}
        </nav>
      </ScrollArea>
    </div>
  );
}

interface TurnProps {
  readonly page: (typeof GUIDE_PAGES)[number];
  readonly words: string;
}

function Turn({ page: { id, title }, words }: TurnProps) {
  return (
    <Link
      href={`/guide/${id}`}
      className="rounded-md border border-edge bg-panel px-3 py-1.5 hover:bg-sunk"
    >
      <span className="block text-xs font-normal text-muted">{words}</span>
      {title}
    </Link>
  );
}
