import { Box, Flex, chakra } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import type { Sheet } from './queries'

type Question = Schemas['QuestionView']

/** More offers than this are chosen from a list. */
const BUTTONS = 4

/** Questions that several rows ask, each settled by one answer. */
export function Questions({ sheet }: { sheet: Sheet }) {
  const answer = useChange(
    (wish: { question: string; answer: string }) =>
      unwrap(client.POST('/api/intake/sheet/answers', { body: wish })),
    undefined,
    'sheet',
  )
  const open = sheet.questions
  if (open.length === 0) return null
  return (
    <Box as="section" aria-label="Questions" maxH="122px" overflow="auto" py="4px">
      {open.map((q) => (
        <Flex key={q.question} align="center" gap="8px" py="3px" wrap="wrap">
          <chakra.b color="amberText" minW="62px">
            {q.rows} {q.rows === 1 ? 'row' : 'rows'}
          </chakra.b>
          <span>
            <b>{q.reason}</b> {q.span && <Mono>{q.span}</Mono>} {q.hint}
          </span>
          <Offers
            question={q}
            busy={answer.isPending}
            onAnswer={(chosen) => answer.mutate({ question: q.question, answer: chosen })}
          />
        </Flex>
      ))}
      <Trouble error={answer.error} />
    </Box>
  )
}

type OffersProps = { question: Question; busy: boolean; onAnswer: (answer: string) => void }

function Offers({ question, busy, onAnswer }: OffersProps) {
  if (question.answers.length > BUTTONS) {
    return (
      <Choice
        aria-label={`Answer for ${question.rows} rows: ${question.reason}`}
        value=""
        disabled={busy}
        onChange={(e) => onAnswer(e.target.value)}
      >
        <option value="">choose…</option>
        {question.answers.map((a) => (
          <option key={a}>{a}</option>
        ))}
      </Choice>
    )
  }
  return (
    <>
      {question.answers.map((a) => (
        <Act key={a} py="1px" px="8px" disabled={busy} onClick={() => onAnswer(a)}>
          {a}
        </Act>
      ))}
    </>
  )
}
