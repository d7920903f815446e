package jordfell.server.brought;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import jordfell.server.config.Gate;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.server.PathContainer;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/** By the port for feeds come feeds and nothing else, and they come by no other. What is brought may be large. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 5)
class FeedGate extends OncePerRequestFilter implements Gate {

    private static final String FEED = "/feed/";

    private static final PathPattern BYTES = PathPatternParser.defaultInstance.parse("/api/brought/*/bytes");

    private final FeedPort port;

    FeedGate(FeedPort port) {
        this.port = port;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean isFeed = port.is(request.getLocalPort());
        if (request.getRequestURI().startsWith(FEED) == isFeed) {
            if (isFeed) {
                request.setAttribute(GOES_ON, true);
            } else if (BYTES.matches(PathContainer.parsePath(request.getRequestURI()))) {
                request.setAttribute(LONGEST_BODY, BroughtReadings.MOST_BYTES);
            }
            chain.doFilter(request, response);
        } else {
            response.setStatus(HttpServletResponse.SC_NOT_FOUND);
        }
    }
}
