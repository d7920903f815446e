package jordfell.server.ground;

import java.util.List;
import jordfell.core.ground.Site;
import jordfell.core.planning.DhcpOptions;
import jordfell.core.planning.ZoneFragment;
import jordfell.server.problem.RefusedException;
import jordfell.server.provision.tftp.TftpServer;
import jordfell.server.records.DomainStore;
import jordfell.server.records.SiteStore;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** What the network's owner needs to know: DHCP options by site, and a domain's DNS records. */
@RestController
@RequestMapping("/api")
class NetworkController {

    private static final String TFTP_ADDRESS = "127.0.0.1";

    /**
     * What phones of a site must be told.
     *
     * @param url where they fetch over HTTP
     * @param tftpPath what stands before a file's name over TFTP
     */
    record SiteNetwork(
            String url, String tftpAddress, int tftpPort, String tftpPath, List<DhcpOptions.Option> options) {}

    private final DomainStore domains;
    private final SiteStore siteStore;
    private final TftpServer tftp;

    NetworkController(DomainStore domains, SiteStore siteStore, TftpServer tftp) {
        this.domains = domains;
        this.siteStore = siteStore;
        this.tftp = tftp;
    }

    @GetMapping(path = "/sites/{id}/network", produces = "application/json")
    SiteNetwork network(@PathVariable long id) {
        Site site = site(id);
        String url = url(site);
        return new SiteNetwork(url, TFTP_ADDRESS, tftp.port(), site.token() + "/", DhcpOptions.of(url, TFTP_ADDRESS));
    }

    /** The same to hand on, as text. */
    @GetMapping(path = "/sites/{id}/dhcp.txt", produces = "text/plain;charset=UTF-8")
    ResponseEntity<String> dhcp(@PathVariable long id) {
        Site site = site(id);
        StringBuilder text = new StringBuilder("# DHCP options for the phones of " + site.name() + "\n");
        DhcpOptions.of(url(site), TFTP_ADDRESS)
                .forEach(o -> text.append(o.code())
                        .append('\t')
                        .append(o.value())
                        .append('\t')
                        .append(o.hex())
                        .append('\n'));
        return attached("dhcp-" + site.id() + ".txt", text.toString());
    }

    /** The records of a domain as a part of a zone file. */
    @GetMapping(path = "/domains/{id}/zone.txt", produces = "text/plain;charset=UTF-8")
    ResponseEntity<String> zone(@PathVariable long id) {
        return attached(
                "zone-" + id + ".txt",
                ZoneFragment.of(domains.find(id).orElseThrow(() -> RefusedException.notFound("domain"))));
    }

    private static ResponseEntity<String> attached(String name, String text) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=" + name)
                .body(text);
    }

    private static String url(Site site) {
        return ServletUriComponentsBuilder.fromCurrentContextPath().build().toUriString() + "/p/" + site.token() + "/";
    }

    private Site site(long id) {
        return siteStore.find(id).orElseThrow(() -> RefusedException.notFound("site"));
    }
}
