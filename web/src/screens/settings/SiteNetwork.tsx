import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Copy } from '../../kit/Copy'

/** What the network's owner has to tell the site's phones, to copy or to hand on. */
export function SiteNetwork({ siteId }: { siteId: number }) {
  const network = useQuery({
    queryKey: ['ground', 'network', siteId],
    queryFn: () => unwrap(client.GET('/api/sites/{id}/network', { params: { path: { id: siteId } } })),
  })
  if (!network.data) return null
  return (
    <Box mt="22px">
      <Flex gap="12px" align="baseline">
        <Heading>For the network’s owner: DHCP options</Heading>
        <chakra.a
          color="fjord"
          textDecoration="underline"
          href={`/api/sites/${siteId}/dhcp.txt`}
          target="_blank"
          rel="noreferrer"
        >
          As a file
        </chakra.a>
      </Flex>
      <Grid tableLayout="fixed">
        <tbody>
          {network.data.options.map((o) => (
            <tr key={o.code}>
              <chakra.td width="50px" fontWeight={700}>
                {o.code}
              </chakra.td>
              <td>
                <Faded fontSize="12px">{o.name}</Faded>
                <Box>
                  <Mono whiteSpace="normal" overflowWrap="anywhere">
                    {o.value}
                  </Mono>{' '}
                  <Copy text={o.value} label={`option ${o.code}`} />
                </Box>
              </td>
              <td>
                <Mono whiteSpace="normal" overflowWrap="anywhere" color="faded">
                  {o.hex}
                </Mono>{' '}
                <Copy text={o.hex} label={`option ${o.code} in hexadecimal`} />
              </td>
            </tr>
          ))}
        </tbody>
      </Grid>
      <Faded fontSize="12.5px">
        Old phones fetch over TFTP from {network.data.tftpAddress}, port {network.data.tftpPort}, under{' '}
        <Mono whiteSpace="normal" overflowWrap="anywhere">
          {network.data.tftpPath}
        </Mono>
        .
      </Faded>
    </Box>
  )
}
