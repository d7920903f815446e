package jordfell.server.provision;

import jakarta.servlet.http.HttpServletRequest;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.planning.Networks;
import org.springframework.stereotype.Component;

/**
 * Whose request it is that somebody sends on. The Lab’s phones ask from this machine, each for an address of its own, and say so
 * as proxies do (RFC 7239); they alone know the secret of this process. Of anybody else the address itself counts.
 */
@Component
public class Forwarding {

    private static final String HEADER = "Forwarded";
    private static final Pattern TOLD = Pattern.compile("for=([0-9.]{7,15});secret=([0-9a-f]{32})");

    private final String secret;

    Forwarding() {
        byte[] random = new byte[16];
        new SecureRandom().nextBytes(random);
        secret = HexFormat.of().formatHex(random);
    }

    /** What has this process believe who asks. */
    public String secret() {
        return secret;
    }

    /** The address of who asks. */
    String source(HttpServletRequest request) {
        return Optional.ofNullable(request.getHeader(HEADER))
                .map(TOLD::matcher)
                .filter(Matcher::matches)
                .filter(told -> FetchAccess.same(told.group(2), secret))
                .map(told -> told.group(1))
                .filter(Networks::isAddress)
                .orElse(request.getRemoteAddr());
    }
}
