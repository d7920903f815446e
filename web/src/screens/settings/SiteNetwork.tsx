import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { useSession } from '../../api/queries'
import { Copy } from '../../kit/Copy'
import { Shown } from '../../kit/Shown'

/** What the network's owner has to tell the site's phones, to copy or to hand on. */
export function SiteNetwork({ siteId }: { siteId: number }) {
  // The address is the site's secret.
  const may = (useSession().data?.role ?? 'VIEWER') !== 'VIEWER'
  const network = useQuery({
    queryKey: ['ground', 'network', siteId],
    enabled: may,
    queryFn: () => unwrap(client.GET('/api/sites/{id}/network', { params: { path: { id: siteId } } })),
  })
  if (!may) return null
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
      <Shown query={network} what="What phones must be told">
        {(found) => (
          <>
            <Grid tableLayout="fixed">
              <tbody>
                {found.options.map((o) => (
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
              Old phones fetch over TFTP from {found.tftpAddress}, port {found.tftpPort}, under{' '}
              <Mono whiteSpace="normal" overflowWrap="anywhere">
                {found.tftpPath}
              </Mono>
              .
            </Faded>
          </>
        )}
      </Shown>
    </Box>
  )
}
