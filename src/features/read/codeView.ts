import { EditorState, RangeSetBuilder, StateEffect, StateField } from '@codemirror/state';
import { Decoration, EditorView, lineNumbers, type DecorationSet } from '@codemirror/view';
import type { FileLines } from '@/workers/print/protocol';

/** Lines of the file, from 1. */
interface MarkedLines {
  /** The line to go to. */
  readonly line: number;
  /** The lines of its layer. */
  readonly from: number;
  readonly to: number;
}

export interface CodeView {
  /** @param asked false while nobody has asked for a line. */
  readonly show: (lines: FileLines, marked: MarkedLines, asked: boolean) => void;
  readonly destroy: () => void;
}

const inLayer = Decoration.line({ class: 'lamella-in-layer' });
const goneTo = Decoration.line({ class: 'lamella-gone-to' });
const isComment = Decoration.mark({ class: 'lamella-comment' });

const look = EditorView.theme({
  '&': { height: '100%', backgroundColor: 'transparent', color: 'var(--ink)' },
  '&.cm-focused': { outline: '2px solid var(--accent)', outlineOffset: '-2px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', fontSize: '12px', lineHeight: '1.6' },
  '.cm-gutters': {
    backgroundColor: 'var(--panel)',
    color: 'var(--muted)',
    borderRight: '1px solid var(--line)',
  },
  '.lamella-in-layer': { backgroundColor: 'var(--accent-soft)' },
  '.lamella-gone-to': { boxShadow: 'inset 3px 0 var(--accent)', fontWeight: '600' },
  '.lamella-comment': { color: 'var(--muted)' },
});

const READ_ONLY = [
  EditorState.readOnly.of(true),
  EditorView.editable.of(false),
  EditorView.contentAttributes.of({
    'aria-label': 'Text of the file',
    tabindex: '0',
    role: 'textbox',
    'aria-readonly': 'true',
    'aria-multiline': 'true',
  }),
];

/**
 * A read-only editor that shows a window of a file with the file's own line numbers.
 * @param ownLine the number to show for a line.
 */
export function codeView(parent: HTMLElement, ownLine: (line: number) => number): CodeView {
  const mark = StateEffect.define<DecorationSet>();
  const marks = StateField.define<DecorationSet>({
    create: () => Decoration.none,
    update: (set, transaction) =>
      transaction.effects.reduce((now, effect) => (effect.is(mark) ? effect.value : now), set),
    provide: (field) => EditorView.decorations.from(field),
  });
  let shown: FileLines | null = null;
  // Nobody asked for the first line: on a phone, where the text lies below the facts, the page stays at its top.
  let isAsked = false;
  const inItself = EditorView.scrollHandler.of((inside, { head }) => {
    if (isAsked) return false;
    const { top, height } = inside.lineBlockAt(head);
    inside.scrollDOM.scrollTop = top - (inside.scrollDOM.clientHeight - height) / 2;
    return true;
  });
  // It has its name before it has its first lines.
  const view = new EditorView({ parent, extensions: [READ_ONLY, look] });

  const stateOf = (lines: FileLines): EditorState =>
    EditorState.create({
      doc: lines.text,
      extensions: [
        READ_ONLY,
        lineNumbers({ formatNumber: (number) => String(ownLine(number + lines.first - 1)) }),
        marks,
        look,
        inItself,
      ],
    });

  return {
    show: (lines, marked, asked) => {
      isAsked = asked;
      if (lines !== shown) {
        view.setState(stateOf(lines));
        shown = lines;
      }
      const { doc } = view.state;
      const builder = new RangeSetBuilder<Decoration>();
      for (let n = 1; n <= doc.lines; n++) {
        const { from, to, text } = doc.line(n);
        const number = n + lines.first - 1;
        if (number >= marked.from && number <= marked.to) builder.add(from, from, inLayer);
        if (number === marked.line) builder.add(from, from, goneTo);
        const comment = text.indexOf(';');
        if (comment >= 0) builder.add(from + comment, to, isComment);
      }
      const at = doc.line(Math.min(doc.lines, Math.max(1, marked.line - lines.first + 1))).from;
      view.dispatch({
        effects: [mark.of(builder.finish()), EditorView.scrollIntoView(at, { y: 'center' })],
      });
    },
    destroy: () => view.destroy(),
  };
}
