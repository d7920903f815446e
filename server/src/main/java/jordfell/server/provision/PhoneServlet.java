package jordfell.server.provision;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.Serial;
import java.util.Optional;
import java.util.function.Supplier;
import jordfell.server.jdbc.StoreAwayException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.util.function.SingletonSupplier;

/**
 * The address from which phones fetch: {@code /p/<site's part>/<file>}. Limited by source address, by file, and in the
 * size of everything that is read. A servlet of its own: sessions, roles and the like are not asked of phones, and cost more
 * than the answer. It asks for what it works with when the first phone comes. Should a browser open a file, it is no page of the screens' origin.
 */
final class PhoneServlet extends HttpServlet {

    static final String PATH = "/p";

    @Serial
    private static final long serialVersionUID = 1;

    private static final Logger log = LoggerFactory.getLogger(PhoneServlet.class);
    private static final String FILE_POLICY = "sandbox; default-src 'none'; frame-ancestors 'none'";
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_AGENT = 200;
    private static final int LONGEST_CLAIM = 40;

    private final transient Supplier<Provisioning> provisioning;
    private final transient Supplier<FetchLimits> limits;
    private final transient Supplier<Forwarding> forwarding;

    PhoneServlet(Supplier<Provisioning> provisioning, Supplier<FetchLimits> limits, Supplier<Forwarding> forwarding) {
        this.provisioning = SingletonSupplier.of(provisioning);
        this.limits = SingletonSupplier.of(limits);
        this.forwarding = SingletonSupplier.of(forwarding);
    }

    /** Only GET: what a HEAD would tell is what the file is, and no phone needs it. */
    @Override
    protected void service(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setHeader("Content-Security-Policy", FILE_POLICY);
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("X-Frame-Options", "DENY");
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        if (!request.getMethod().equals("GET")) {
            response.setHeader(HttpHeaders.ALLOW, "GET");
            response.setStatus(405);
            return;
        }
        try {
            get(request, response);
        } catch (StoreAwayException e) {
            if (!response.isCommitted()) {
                response.setHeader(HttpHeaders.RETRY_AFTER, "10");
                response.setStatus(503);
            }
        } catch (RuntimeException e) {
            log.error("A phone could not be answered", e);
            if (!response.isCommitted()) {
                response.setStatus(500);
            }
        }
    }

    private void get(HttpServletRequest request, HttpServletResponse response) throws IOException {
        String[] parts = Optional.ofNullable(request.getPathInfo()).orElse("").split("/", -1);
        boolean isFirmware = parts.length == 4 && parts[2].equals("firmware");
        if (parts.length != 3 && !isFirmware) {
            response.setStatus(404);
            return;
        }
        String site = parts[1];
        String name = parts[parts.length - 1];
        if (site.length() > LONGEST_NAME || name.length() > LONGEST_NAME) {
            response.setStatus(414);
            return;
        }
        if (!limits.get().allow(request.getRemoteAddr(), request.getPathInfo())) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "10");
            response.setStatus(429);
            return;
        }
        PhoneRequest asked = asked(request, site, name, isFirmware);
        if (isFirmware) {
            PhoneAnswers.write(provisioning.get().firmware(asked), response);
        } else {
            PhoneAnswer answer = provisioning.get().answer(asked);
            PhoneAnswers.write(answer, response);
            provisioning.get().delivered(answer);
        }
    }

    private PhoneRequest asked(HttpServletRequest request, String site, String name, boolean isFirmware) {
        String claim = header(request, "Claim-Code");
        return PhoneRequest.byHttp(
                site,
                name,
                isFirmware
                        ? ""
                        : header(request, HttpHeaders.IF_NONE_MATCH)
                                .replace("\"", "")
                                .replace("W/", ""),
                agent(header(request, HttpHeaders.USER_AGENT)),
                forwarding.get().source(request),
                isFirmware ? "" : claim.substring(0, Math.min(LONGEST_CLAIM, claim.length())),
                FetchAccess.Credentials.of(header(request, HttpHeaders.AUTHORIZATION)));
    }

    private static String header(HttpServletRequest request, String name) {
        return Optional.ofNullable(request.getHeader(name)).orElse("");
    }

    private static String agent(String userAgent) {
        StringBuilder plain = new StringBuilder();
        for (int i = 0; i < Math.min(LONGEST_AGENT, userAgent.length()); i++) {
            char c = userAgent.charAt(i);
            plain.append(c >= 0x20 && c <= 0x7e ? c : '?');
        }
        return plain.toString();
    }
}
