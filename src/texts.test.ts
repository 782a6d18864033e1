import { describe, expect, it } from 'vitest';
import { commentLines, documentLines, interfaceTexts } from '../tests/support/interfaceTexts';

/** What Lamella does not say, and what it says instead: nowhere, in comments neither. */
const FOREIGN: readonly (readonly [RegExp, string])[] = [
  [/\banew\b/, 'again'],
  [/\bpull(s|ed|ing)? back\b/, 'retract'],
  [/\bpush(es|ed|ing)? (filament )?through\b/, 'purge'],
  [/\bpush(es|ed|ing)? fresh filament\b/, 'prime'],
  [/\bjump of speed\b/, 'jerk'],
  [/\bchanges? of tool\b/, 'tool change'],
  [/\bnew slice\b/, 're-sliced file'],
  [/\bbefore a lamp\b/, 'backlit'],
  [/\bput together\b/, 'merge, combine'],
  [/\bnone that\b/, 'not a …'],
  [/\blets? be\b/, 'ignore'],
  [/\btried out\b/, 'tested'],
  [/\bequally much\b/, 'equal'],
  [/\bso that it passes\b/, 'so it fits'],
];

/** The same for what a person reads. */
const FORBIDDEN: readonly (readonly [RegExp, string])[] = [
  ...FOREIGN,
  [/\bhand(s|ed)? (it |them )?over\b/, 'share'],
  [/\b(printed|printing|each) apart\b/, 'separately'],
  [/\bis told\b/, 'is recorded'],
  [/\blook (that|whether)\b/, 'check that, check whether'],
  [/\bnobody has\b/, 'you have not'],
  [/\blet(s|ting)? go\b/, 'switch off, release'],
  [/\bas it was\b/, 'unchanged'],
  [/\bmeanwhile\b/, 'in the meantime'],
  [/\bwhoever\b/, 'the person who'],
  [/\bby then\b/, 'at that point'],
  [/\b(goes|go) on\b(?! top)/, 'continue, resume'],
  [/\b(lose|loses|lost) its place\b/, 'lose position'],
  [/\b(is|are) not whole\b/, 'incomplete'],
  [/\bburns? at once\b/, 'causes burns on contact'],
  [/\bin its sleep\b|\bsleeping house\b/, 'while you sleep'],
  [/\b(no|not a) known way to stop\b/, 'unknown stop command'],
  [/\bslicing program\b/, 'slicer'],
];

/** A mark inside of written files, which says what it always said. */
const MARK = '`${part} anew`';
const TEXTS = interfaceTexts().filter(({ text }) => text !== MARK);

describe('the words of the interface', () => {
  it('are found', () => {
    expect(TEXTS.length).toBeGreaterThan(2500);
    expect(TEXTS.some(({ text }) => text === 'Print has resumed')).toBe(true);
  });

  it.each(FORBIDDEN)('never say %s', (words, instead) => {
    const said = TEXTS.filter(({ text }) => new RegExp(words, 'i').test(text));
    expect(said.map(({ file, line, text }) => `${file}:${line} “${text}”: ${instead}`)).toEqual([]);
  });

  it.each(FORBIDDEN)('are those of the documents, which do not say %s', (words, instead) => {
    const said = documentLines().filter(({ text }) => new RegExp(words, 'i').test(text));
    expect(said.map(({ at, text }) => `${at} “${text.trim()}”: ${instead}`)).toEqual([]);
  });

  it.each(FOREIGN)('are those of the comments, which do not say %s', (words, instead) => {
    const said = commentLines().filter(({ text }) => new RegExp(words, 'i').test(text));
    expect(said.map(({ at, text }) => `${at} “${text.trim()}”: ${instead}`)).toEqual([]);
  });

  it('name what a button does: no question, and no “it” without a noun', () => {
    const odd = TEXTS.filter(({ isButton, text }) => isButton && /\?$|\bit\b/.test(text));
    expect(odd.map(({ file, line, text }) => `${file}:${line} “${text}”`)).toEqual([]);
  });

  it('never give a range of one layer', () => {
    const own = TEXTS.filter(({ text }) => /^`?Layers \$\{\w+\} to \$\{\w+\}`?$/.test(text));
    expect(own.map(({ file }) => file)).toEqual(['src/core/describeLayer.ts']);
  });
});
