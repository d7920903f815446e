import { autocompletion, type CompletionContext } from '@codemirror/autocomplete'
import { type Diagnostic, lintGutter, setDiagnostics } from '@codemirror/lint'
import { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { Box } from '@chakra-ui/react'
import { basicSetup } from 'codemirror'
import { useEffect, useRef } from 'react'
import type { Schemas } from '../../api/client'

type Props = {
  body: string
  label?: string
  names: { name: string; purpose: string }[]
  problems: Schemas['BodyProblem'][]
  readOnly: boolean
  onChange: (body: string) => void
}

/** A family's body with its names offered and its problems marked at their lines. */
export function BodyEditor({ body, label = 'Body', names, problems, readOnly, onChange }: Props) {
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView | null>(null)
  const known = useRef(names)
  const change = useRef(onChange)
  const first = useRef(body)
  useEffect(() => {
    known.current = names
    change.current = onChange
  })
  useEffect(() => {
    if (!host.current) return
    const editor = new EditorView({
      parent: host.current,
      doc: first.current,
      extensions: [
        basicSetup,
        lintGutter(),
        EditorView.lineWrapping,
        EditorState.readOnly.of(readOnly),
        EditorView.contentAttributes.of({ 'aria-label': label, tabindex: '0' }),
        autocompletion({ override: [(context) => offered(context, known.current)] }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) change.current(update.state.doc.toString())
        }),
        EditorView.theme({
          '&': { fontSize: '12px', maxHeight: '420px', backgroundColor: 'var(--chakra-colors-field)' },
          '.cm-scroller': { fontFamily: 'var(--chakra-fonts-mono)' },
          '.cm-gutters': {
            backgroundColor: 'var(--chakra-colors-sheet)',
            color: 'var(--chakra-colors-faded)',
            borderColor: 'var(--chakra-colors-line)',
          },
          '.cm-cursor': { borderLeftColor: 'var(--chakra-colors-ink)' },
          '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'transparent' },
        }),
      ],
    })
    view.current = editor
    return () => editor.destroy()
  }, [readOnly, label])
  useEffect(() => {
    const editor = view.current
    // Forgotten, merged, or kept by somebody else: what is shown is what the form holds.
    if (editor && editor.state.doc.toString() !== body)
      editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: body } })
  }, [body])
  useEffect(() => {
    const editor = view.current
    if (editor)
      editor.dispatch(
        setDiagnostics(
          editor.state,
          problems.map((p) => diagnostic(editor.state, p)),
        ),
      )
  }, [problems])
  return <Box ref={host} mt="4px" border="1px solid" borderColor="line" />
}

/** The names that fit what stands after the last two braces. */
function offered(context: CompletionContext, names: Props['names']) {
  const typed = context.matchBefore(/\{\{[#^/&]?[\w.-]*/)
  if (!typed) return null
  const sign = /^\{\{[#^/&]?/.exec(typed.text)?.[0] ?? '{{'
  return {
    from: typed.from + sign.length,
    options: names.map((n) => ({ label: n.name, info: n.purpose, apply: n.name + '}}' })),
    validFor: /^[\w.-]*$/,
  }
}

function diagnostic(state: EditorState, p: Schemas['BodyProblem']): Diagnostic {
  const line = state.doc.line(Math.min(Math.max(1, p.line), state.doc.lines))
  return {
    from: line.from,
    to: line.to,
    severity: p.isGrave ? 'error' : 'warning',
    message: `${p.what} ${p.hint}`,
  }
}
