import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { javascript } from '@codemirror/lang-javascript';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { basicSetup } from 'codemirror';
import { useEffect, useRef } from 'react';

interface Props {
  path: string;
  text: string;
  /** The line to begin at, from 1. */
  line?: number | undefined;
  /** Without it the text can be read and copied only. */
  onChange: ((text: string) => void) | undefined;
}

const LANGUAGES = [
  [/\.(html?|xhtml|svg|xml)$/i, html],
  [/\.css$/i, css],
  [/\.(m?js|json)$/i, javascript],
] as const;

const LOOK = EditorView.theme({
  '&': {
    backgroundColor: 'var(--paper)',
    color: 'var(--ink)',
    border: '1px solid var(--ink)',
    maxHeight: '52vh',
  },
  '.cm-content': { fontFamily: 'var(--font-mono)', fontSize: '13px', caretColor: 'var(--ink)' },
  '.cm-gutters': {
    fontFamily: 'var(--font-mono)',
    fontSize: '13px',
    backgroundColor: 'var(--land)',
    color: 'var(--soft)',
    border: 0,
  },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'transparent' },
  '.cm-scroller': { overflow: 'auto' },
});

/** Told apart by weight and slant, in colours that can be read on paper by day and night. */
const WRITING = HighlightStyle.define([
  { tag: [tags.tagName, tags.keyword, tags.propertyName], color: 'var(--kelp)', fontWeight: '600' },
  { tag: [tags.attributeName, tags.comment, tags.meta, tags.angleBracket], color: 'var(--soft)' },
  { tag: [tags.comment], fontStyle: 'italic' },
]);

/** Edits a text in place. Fetched only when a text is opened, for it is large. */
export function TextEditor({ path, text, line, onChange }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const tell = useRef(onChange);
  /** Whether the text is being put in from outside: that is no edit. */
  const loading = useRef(false);

  useEffect(() => {
    tell.current = onChange;
  }, [onChange]);

  useEffect(() => {
    if (!place.current) return;
    const language = LANGUAGES.find(([ending]) => ending.test(path))?.[1];
    const editor = new EditorView({
      parent: place.current,
      doc: '',
      extensions: [
        basicSetup,
        language ? language() : [],
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ 'aria-label': `Text of ${path}` }),
        EditorState.readOnly.of(tell.current === undefined),
        LOOK,
        syntaxHighlighting(WRITING),
        EditorView.updateListener.of((update) => {
          if (update.docChanged && !loading.current) tell.current?.(update.state.doc.toString());
        }),
      ],
    });
    // Heights of lines are guessed until they are measured, in a font that may still come: what is not seen does not jump.
    editor.dom.style.visibility = 'hidden';
    editor.requestMeasure({
      read: () => document.fonts.ready,
      write: (fonts) => {
        void fonts.then(() => {
          editor.dom.style.visibility = '';
        });
      },
    });
    // Keys must be able to scroll it.
    editor.scrollDOM.tabIndex = 0;
    view.current = editor;
    return () => {
      editor.destroy();
    };
  }, [path]);

  useEffect(() => {
    const editor = view.current;
    if (editor && editor.state.doc.toString() !== text) {
      loading.current = true;
      editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text } });
      loading.current = false;
      if (line !== undefined && line <= editor.state.doc.lines) {
        const at = editor.state.doc.line(line);
        editor.dispatch({
          selection: { anchor: at.from, head: at.to },
          effects: EditorView.scrollIntoView(at.from, { y: 'center' }),
        });
      }
    }
  }, [text, path, line]);

  return <div ref={place} />;
}
