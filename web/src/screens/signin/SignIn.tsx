import { Box, chakra } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { keys, useChange } from '../../api/queries'
import { Brand } from '../../frame/Brand'
import { Act, Entry } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Rail } from '../../kit/Rail'
import { Trouble } from '../../kit/Trouble'
import { useTheme } from '../../theme/useTheme'

/** The way in. */
export function SignIn() {
  useTheme()
  return (
    <Box minH="100%" display="grid" placeItems="center" p="20px">
      <Box width="340px">
        <Brand size={26} />
        <Box my="18px">
          <Rail rail="pppppphnn" width={340} height={24} />
          <Box color="faded" mt="6px">
            Why a phone has no dial tone, and what to do.
          </Box>
        </Box>
        <SignInForm />
      </Box>
    </Box>
  )
}

type SignInFormProps = { onSignedIn?: (person: Schemas['SignedIn']) => void }

/** Name and password. */
export function SignInForm({ onSignedIn }: SignInFormProps) {
  const queries = useQueryClient()
  const [login, setLogin] = useState('')
  const [password, setPassword] = useState('')
  const signIn = useChange(
    async () => {
      // The answer to this brings the cookie that the sign-in must repeat.
      await client.GET('/api/session')
      return unwrap(client.POST('/api/session', { body: { login, password } }))
    },
    (person) => {
      onSignedIn?.(person)
      queries.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' && q.getObserversCount() === 0 })
      queries.setQueryData(keys.session, person)
    },
  )
  const problem = asProblem(signIn.error)
  return (
    <chakra.form
      display="grid"
      gap="12px"
      onSubmit={(e) => {
        e.preventDefault()
        signIn.mutate(undefined)
      }}
    >
      <Field label="Name" problem={problem?.at('/login')}>
        <Entry
          value={login}
          autoFocus
          autoComplete="username"
          width="100%"
          py="7px"
          onChange={(e) => setLogin(e.target.value)}
        />
      </Field>
      <Field label="Password" problem={problem?.at('/password')}>
        <Entry
          type="password"
          value={password}
          autoComplete="current-password"
          width="100%"
          py="7px"
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
      <Trouble error={signIn.error} shownAt={['/password', '/login']} />
      <Act kind="main" type="submit" py="7px" disabled={signIn.isPending}>
        Sign in
      </Act>
    </chakra.form>
  )
}
