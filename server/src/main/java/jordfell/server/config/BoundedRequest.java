package jordfell.server.config;

import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import jordfell.server.problem.BodyCutOffException;

/** A request whose body ends with an exception when it is too large, or arrives too slowly. */
final class BoundedRequest extends HttpServletRequestWrapper {

    /** Each megabyte may take this long, and so may the first. */
    private static final long PER_MEGABYTE = Duration.ofSeconds(10).toNanos();

    private final long most;
    private final long began = System.nanoTime();

    BoundedRequest(HttpServletRequest request, long most) {
        super(request);
        this.most = most;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
        return new Bounded(super.getInputStream());
    }

    @Override
    public BufferedReader getReader() throws IOException {
        return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }

    private final class Bounded extends ServletInputStream {

        private final ServletInputStream inner;
        private long read;

        Bounded(ServletInputStream inner) {
            this.inner = inner;
        }

        @Override
        public int read() throws IOException {
            int one = inner.read();
            count(one < 0 ? 0 : 1);
            return one;
        }

        @Override
        public int read(byte[] bytes, int from, int length) throws IOException {
            int got = inner.read(bytes, from, length);
            count(Math.max(0, got));
            return got;
        }

        private void count(int got) {
            read += got;
            if (read > most) {
                throw BodyCutOffException.tooLarge(most);
            }
            if (System.nanoTime() - began > PER_MEGABYTE * (1 + read / (1024 * 1024))) {
                throw BodyCutOffException.tooSlow();
            }
        }

        @Override
        public boolean isFinished() {
            return inner.isFinished();
        }

        @Override
        public boolean isReady() {
            return inner.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            inner.setReadListener(listener);
        }
    }
}
