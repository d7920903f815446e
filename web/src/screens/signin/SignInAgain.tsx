import { Box } from '@chakra-ui/react'
import { Dialog } from '../../kit/Dialog'
import { SignInForm } from './SignIn'

/**
 * The session ended: signs in over what is open, which keeps everything that was typed. Somebody else begins with a page of
 * their own: what is open here was asked for by a person who may have been allowed more.
 */
export function SignInAgain({ login }: { login: string }) {
  return (
    <Dialog title="Sign in again" width="400px" stays>
      <Box mb="12px">Your session ended. What you typed is still here; sign in and go on.</Box>
      <SignInForm onSignedIn={(person) => person.login !== login && window.location.assign('/')} />
    </Dialog>
  )
}
