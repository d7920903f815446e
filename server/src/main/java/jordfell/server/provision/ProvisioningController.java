package jordfell.server.provision;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The address from which phones fetch: {@code /p/<site's part>/<file>}. Limited by source address, by file, and in the
 * size of everything that is read.
 */
@RestController
@RequestMapping("/p")
@Hidden
class ProvisioningController {

    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_AGENT = 200;
    private static final int LONGEST_CLAIM = 40;

    private final Provisioning provisioning;
    private final FetchLimits limits;

    ProvisioningController(Provisioning provisioning, FetchLimits limits) {
        this.provisioning = provisioning;
        this.limits = limits;
    }

    /**
     * Answers a phone. The response is written by hand: Spring would turn a 200 into a 304 whenever the phone has the
     * revision already, and a re-send must reach the phone all the same.
     */
    @GetMapping("/{site}/{file}")
    void file(
            @PathVariable String site,
            @PathVariable String file,
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, defaultValue = "") String has,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String userAgent,
            @RequestHeader(name = "Claim-Code", defaultValue = "") String claim,
            @RequestHeader(name = HttpHeaders.AUTHORIZATION, defaultValue = "") String authorization,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        String source = request.getRemoteAddr();
        if (!isTaken(source, site, file, response)) {
            return;
        }
        PhoneAnswer answer = provisioning.answer(PhoneRequest.byHttp(
                site,
                file,
                has.replace("\"", "").replace("W/", ""),
                agent(userAgent),
                source,
                claim.substring(0, Math.min(LONGEST_CLAIM, claim.length())),
                FetchAccess.Credentials.of(authorization)));
        PhoneAnswers.write(answer, response);
        provisioning.delivered(answer);
    }

    /** The next firmware of a device: 200 with its bytes and version, 204 when it has what it should have. */
    @GetMapping("/{site}/firmware/{mac}")
    void firmware(
            @PathVariable String site,
            @PathVariable String mac,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String userAgent,
            @RequestHeader(name = HttpHeaders.AUTHORIZATION, defaultValue = "") String authorization,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        String source = request.getRemoteAddr();
        if (!isTaken(source, site, "firmware/" + mac, response)) {
            return;
        }
        Provisioning.FirmwareAnswer answer = provisioning.firmware(PhoneRequest.byHttp(
                site, mac, "", agent(userAgent), source, "", FetchAccess.Credentials.of(authorization)));
        PhoneAnswers.write(answer, response);
    }

    /** Whether the request is looked at; one that is too long or comes too often is answered here. */
    private boolean isTaken(String source, String site, String file, HttpServletResponse response) {
        if (site.length() > LONGEST_NAME || file.length() > LONGEST_NAME) {
            response.setStatus(414);
            return false;
        }
        if (!limits.allow(source, site + "/" + file)) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "10");
            response.setStatus(429);
            return false;
        }
        return true;
    }

    private static String agent(String userAgent) {
        String plain = userAgent.replaceAll("[^\\x20-\\x7e]", "?");
        return plain.substring(0, Math.min(LONGEST_AGENT, plain.length()));
    }
}
