import { Box, chakra } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { keys, useChange } from '../../api/queries'
import { Brand } from '../../frame/Brand'
import { Act, Entry } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Rail } from '../../kit/Rail'
import { Trouble } from '../../kit/Trouble'
import { useTheme } from '../../theme/useTheme'

export function SignIn() {
  useTheme()
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
      queries.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
      queries.setQueryData(keys.session, person)
    },
  )
  const problem = asProblem(signIn.error)
  return (
    <Box minH="100%" display="grid" placeItems="center" p="20px">
      <chakra.form
        width="340px"
        onSubmit={(e) => {
          e.preventDefault()
          signIn.mutate(undefined)
        }}
      >
        <Brand size={26} />
        <Box my="18px">
          <Rail rail="pppppphnn" width={340} height={24} />
          <Box color="faded" mt="6px">
            Why a phone has no dial tone, and what to do.
          </Box>
        </Box>
        <Box display="grid" gap="12px">
          <Field label="Name">
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
          <Trouble error={signIn.error} shownAt={['/password']} />
          <Act kind="main" type="submit" py="7px" disabled={signIn.isPending}>
            Sign in
          </Act>
        </Box>
      </chakra.form>
    </Box>
  )
}
