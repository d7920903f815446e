import { Flex } from '@chakra-ui/react'

/** The mark: a ridge over a ground line. */
export function Brand({ size = 22 }: { size?: number }) {
  return (
    <Flex align="center" gap="9px" fontWeight={700} fontSize={size > 22 ? '20px' : '15px'}>
      <svg width={size} height={size} viewBox="0 0 22 22" aria-hidden>
        <path d="M2 17L8 8L12 13L16 5L20 17" fill="none" stroke="var(--chakra-colors-ink)" strokeWidth={2} />
        <path d="M1 20H21" stroke="var(--chakra-colors-rust)" strokeWidth={2} />
      </svg>
      Jordfell
    </Flex>
  )
}
