package jordfell.server.security;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/** A mark in a browser that somebody signed in with it before. It opens nothing; it only counts wrong tries apart. */
@Component
class KnownBrowser {

    private static final String NAME = "jordfell-known";
    private static final Duration LIFE = Duration.ofDays(90);

    private final Sealer sealer;

    KnownBrowser(Sealer sealer) {
        this.sealer = sealer;
    }

    boolean isKnown(HttpServletRequest request, String login) {
        byte[] expected = mark(login).getBytes(StandardCharsets.UTF_8);
        return Optional.ofNullable(request.getCookies()).stream()
                .flatMap(Arrays::stream)
                .filter(cookie -> cookie.getName().equals(NAME))
                .map(Cookie::getValue)
                .anyMatch(value -> MessageDigest.isEqual(value.getBytes(StandardCharsets.UTF_8), expected));
    }

    void remember(HttpServletResponse response, String login) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(NAME, mark(login))
                        .httpOnly(true)
                        .sameSite("Strict")
                        .path("/api/session")
                        .maxAge(LIFE)
                        .build()
                        .toString());
    }

    private String mark(String login) {
        return HexFormat.of().formatHex(sealer.derive("browser:" + login));
    }
}
