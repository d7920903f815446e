package jordfell.server.config;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.server.problem.BodyCutOffException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Bounds the bodies of requests before they are read: how large they may be, how long they may take, and how many are on
 * their way at once, per address and in all. Those of people who are signed in have room of their own, so that nobody
 * outside can take it from them.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
class BodyGate extends OncePerRequestFilter implements Gate {

    private static final long OF_STRANGERS = 8 * 1024;
    private static final long OF_JSON = 8 * 1024 * 1024;
    private static final long OF_FILES = 33 * 1024 * 1024;

    private static final int STRANGERS_AT_ONCE = 40;
    private static final int STRANGERS_AT_ONCE_BY_ADDRESS = 20;
    private static final int SIGNED_IN_AT_ONCE = 100;

    private final AtomicInteger strangers = new AtomicInteger();
    private final AtomicInteger signedIn = new AtomicInteger();
    private final Map<String, AtomicInteger> byAddress = new ConcurrentHashMap<>();

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getAttribute(GOES_ON) != null
                || request.getContentLengthLong() <= 0 && request.getHeader("Transfer-Encoding") == null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean known = isSignedIn(request);
        try {
            bounded(request, response, chain, known);
        } finally {
            if (!known && !request.getInputStream().isFinished()) {
                request.setAttribute(UnreadBodies.LEAVE, true);
            }
        }
    }

    private void bounded(HttpServletRequest request, HttpServletResponse response, FilterChain chain, boolean known)
            throws ServletException, IOException {
        long most = most(request, known);
        // A file that is too large is told with its size by whoever wanted it; it is not read to its end either.
        if (request.getContentLengthLong() > most && most != OF_FILES) {
            BodyCutOffException tooLarge = BodyCutOffException.tooLarge(most);
            refuse(response, tooLarge.status(), tooLarge.getMessage());
            return;
        }
        String address = request.getRemoteAddr();
        AtomicInteger all = known ? signedIn : strangers;
        AtomicInteger own = known ? all : byAddress.computeIfAbsent(address, a -> new AtomicInteger());
        boolean room = all.incrementAndGet() <= (known ? SIGNED_IN_AT_ONCE : STRANGERS_AT_ONCE);
        room &= known || own.incrementAndGet() <= STRANGERS_AT_ONCE_BY_ADDRESS;
        try {
            if (!room) {
                response.setHeader("Retry-After", "5");
                refuse(response, 503, "Too many requests are on their way. Try again in a few seconds.");
                return;
            }
            chain.doFilter(new BoundedRequest(request, most), response);
        } catch (BodyCutOffException e) {
            refuse(response, e.status(), e.getMessage());
        } finally {
            all.decrementAndGet();
            if (!known && own.decrementAndGet() <= 0) {
                byAddress.remove(address, own);
            }
        }
    }

    private static long most(HttpServletRequest request, boolean known) {
        if (known && request.getAttribute(LONGEST_BODY) instanceof Long longest) {
            return longest;
        }
        String type = request.getContentType() == null ? "" : request.getContentType();
        return !known ? OF_STRANGERS : type.startsWith("application/octet-stream") ? OF_FILES : OF_JSON;
    }

    private static boolean isSignedIn(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session != null && session.getAttribute("SPRING_SECURITY_CONTEXT") != null;
    }

    private static void refuse(HttpServletResponse response, int status, String detail) throws IOException {
        if (response.isCommitted()) {
            return;
        }
        response.reset();
        response.setStatus(status);
        // What is still on its way is not waited for.
        response.setHeader("Connection", "close");
        byte[] body = ("{\"status\":" + status + ",\"detail\":\"" + detail + "\",\"fields\":[]}")
                .getBytes(StandardCharsets.UTF_8);
        response.setContentType("application/problem+json");
        response.setContentLength(body.length);
        response.getOutputStream().write(body);
        response.flushBuffer();
    }
}
