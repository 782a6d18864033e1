'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { RadioGroup } from '@/components/controls/RadioGroup';
import { useWorkedPart } from '@/base/work/useWorkedPart';
import { useRef, useState, type RefObject } from 'react';
import { Button } from '@/components/Button';
import { formatMm, plural } from '@/core/format';
import { bottomOf, type LayerNumber } from '@/core/layers';
import { partOf } from '@/core/plan/edits/partEdits';
import {
  commaMeaning,
  readPlaces,
  withDecimalPoints,
  type CommaMeaning,
  type PlaceKind,
  type TypedPlace,
} from '@/core/plan/edits/typedPlaces';
import { addSwaps } from '@/store/plans/planStore';
import { showLayer } from '@/store/plans/viewStore';
import { PartChoice } from '../parts/PartChoice';
import type { OpenedJob } from '@/base/job/jobContext';

const KINDS: readonly { readonly kind: PlaceKind; readonly label: string }[] = [
  { kind: 'layer', label: 'layers' },
  { kind: 'label', label: 'the file’s labels' },
  { kind: 'height', label: 'mm' },
];

/** Swaps by typing: layers, the file's labels or heights, one or many; each answer is shown first. */
export function ByHandTab({ view }: { view: OpenedJob }) {
  const { reading, plan } = view;
  const part = useWorkedPart(plan);
  const { swaps } = partOf(plan, part);
  const [text, setText] = useState('');
  const [kind, setKind] = useState<PlaceKind>('layer');
  /** Places for which the neighbour was chosen instead. */
  const [turned, setTurned] = useState<ReadonlySet<number>>(new Set());
  /** What the person has said that commas mean; null until they are asked. */
  const [comma, setComma] = useState<CommaMeaning | null>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const meaning = comma ?? commaMeaning(text, reading.layers, writesDecimalComma());
  const read = meaning === 'decimal' ? withDecimalPoints(text) : text;
  const places = meaning === 'either' ? [] : readPlaces(read, kind, reading.layers);
  const layers = places.map((place, i) => chosenLayer(place, turned.has(i)));
  const fresh = new Set(
    layers.filter((layer) => layer !== null && !swaps.some((swap) => swap.layer === layer)),
  ) as ReadonlySet<LayerNumber>;

  const last = places.findLastIndex(({ other }) => other !== null);
  const write = (typed: string): void => {
    setText(typed);
    setTurned(new Set());
    setComma(null);
  };
  const turn = (index: number): void =>
    setTurned((before) => {
      const after = new Set(before);
      if (!after.delete(index)) after.add(index);
      return after;
    });
  const place = (): void => {
    if (fresh.size === 0) return;
    const sorted = [...fresh].sort((a, b) => a - b);
    addSwaps(`swaps before ${sorted.join(', ')}`, sorted);
    showLayer(sorted[0]);
    write('');
    field.current?.focus();
  };

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        place();
      }}
    >
      <PartChoice view={view} />
      <PlacesField
        field={field}
        text={text}
        onText={write}
        onEnter={place}
        onOther={last < 0 ? null : () => turn(last)}
      />
      <KindChoice kind={kind} onKind={setKind} />
      <Answers
        view={view}
        places={places}
        layers={layers}
        turned={turned}
        isThere={(layer) => swaps.some((swap) => swap.layer === layer)}
        onTurn={turn}
      />
      {meaning === 'either' && (
        <CommaQuestion
          text={text}
          onAnswer={(answer) => {
            setComma(answer);
            field.current?.focus();
          }}
        />
      )}
      {text.trim() !== '' && meaning !== 'either' && places.length === 0 && (
        <p role="alert" className="mt-2 text-sm text-caution">
          There is no number in that. Type a layer or a height, such as “11” or “2.4 mm”.
        </p>
      )}
      <Button type="submit" kind="primary" className="mt-3" disabled={fresh.size === 0}>
        {fresh.size === 0 ? 'Add swaps' : `Add ${plural(fresh.size, 'swap')}`}
      </Button>
    </form>
  );
}

/** Whether this person's language writes 2,4 for two and four tenths. */
function writesDecimalComma(): boolean {
  const parts = new Intl.NumberFormat(navigator.language).formatToParts(1.5);
  return parts.some(({ type, value }) => type === 'decimal' && value === ',');
}

/** Asks what a comma means that could divide a list or a number. */
function CommaQuestion({
  text,
  onAnswer,
}: {
  readonly text: string;
  readonly onAnswer: (meaning: CommaMeaning) => void;
}) {
  return (
    <div role="alert" className="mt-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
      <p>“{text.trim()}” could be a list or a number with a decimal comma.</p>
      <div className="flex flex-wrap gap-2 pt-1.5">
        <Button onClick={() => onAnswer('list')}>A list</Button>
        <Button onClick={() => onAnswer('decimal')}>
          A height: {withDecimalPoints(text.trim())}
        </Button>
      </div>
    </div>
  );
}

function chosenLayer(place: TypedPlace, turned: boolean): LayerNumber | null {
  return turned && place.other !== null ? place.other : place.layer;
}

function neighbourSentence({ reading }: OpenedJob, layer: LayerNumber): string {
  const z = formatMm(bottomOf(reading.layers[layer - 1]));
  return `The other boundary: the swap goes before layer ${layer}, at ${z} mm.`;
}

interface KindChoiceProps {
  readonly kind: PlaceKind;
  readonly onKind: (kind: PlaceKind) => void;
}

/** What plain numbers mean. */
function KindChoice({ kind, onKind }: KindChoiceProps) {
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-4 text-sm">
      <span className="text-muted">Plain numbers are</span>
      <RadioGroup
        label="Plain numbers are"
        look="row"
        value={kind}
        choices={KINDS.map((one) => ({ value: one.kind, words: one.label }))}
        onChange={onKind}
      />
    </div>
  );
}

interface AnswersProps {
  readonly view: OpenedJob;
  readonly places: readonly TypedPlace[];
  readonly layers: readonly (LayerNumber | null)[];
  readonly turned: ReadonlySet<number>;
  readonly isThere: (layer: LayerNumber) => boolean;
  readonly onTurn: (index: number) => void;
}

/** What each typed place comes to. */
function Answers({ view, places, layers, turned, isThere, onTurn }: AnswersProps) {
  return (
    <ol aria-label="Result" aria-live="polite" className="mt-3 grid gap-2">
      {places.map((one, i) => (
        <li key={i} className="rounded-md bg-paper px-3 py-2 text-sm">
          <span className="font-semibold">{one.text}</span>{' '}
          {turned.has(i) && layers[i] ? neighbourSentence(view, layers[i]) : one.answer}
          {layers[i] !== null && isThere(layers[i]) && (
            <span className="text-caution"> A swap is already there.</span>
          )}
          {one.other !== null && (
            <Button className="mt-1" onClick={() => onTurn(i)}>
              Before layer {turned.has(i) ? one.layer : one.other} instead
            </Button>
          )}
        </li>
      ))}
    </ol>
  );
}

interface PlacesFieldProps {
  readonly field: RefObject<HTMLTextAreaElement | null>;
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly onEnter: () => void;
  readonly onOther: (() => void) | null;
}

/** Where places are typed or pasted. */
function PlacesField({ field, text, onText, onEnter, onOther }: PlacesFieldProps) {
  return (
    <>
      <label htmlFor="places" className="text-base font-semibold">
        Swap before…
      </label>
      <p id="places-help" className="mt-0.5 text-sm text-muted">
        Type or paste one or more places: “13, 21”, “3.4 mm”, “label 10”. ↑ ↓ switches the last
        height to its other boundary; Enter adds the swaps.
      </p>
      <textarea
        ref={field}
        id="places"
        aria-describedby="places-help"
        rows={2}
        value={text}
        onChange={(event) => onText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            onEnter();
          }
          if ((event.key === 'ArrowUp' || event.key === 'ArrowDown') && onOther) {
            event.preventDefault();
            onOther();
          }
        }}
        className={`${FIELD} mt-2 w-full resize-none`}
      />
    </>
  );
}
