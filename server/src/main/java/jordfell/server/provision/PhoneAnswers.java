package jordfell.server.provision;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import org.springframework.http.HttpHeaders;

/** Writes answers to phones by hand: status, headers and bytes. */
final class PhoneAnswers {

    private static final String CHALLENGE = "Basic realm=\"configurations\", charset=\"UTF-8\"";

    private static final int PIECE = 4_096;

    private PhoneAnswers() {}

    static void write(PhoneAnswer answer, HttpServletResponse response) throws IOException {
        response.setStatus(answer.status());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        if (answer.status() == 401) {
            response.setHeader(HttpHeaders.WWW_AUTHENTICATE, CHALLENGE);
        } else if (answer.status() == 429) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "60");
        }
        if (!answer.tag().isEmpty()) {
            response.setHeader(HttpHeaders.ETAG, "\"" + answer.tag() + "\"");
        }
        if (!answer.body().isEmpty()) {
            response.setContentType(answer.contentType());
            if (answer.body().length() > PIECE) {
                response.setContentLength(length(answer.body()));
                write(answer.body(), response.getOutputStream());
            } else {
                byte[] body = answer.body().getBytes(StandardCharsets.UTF_8);
                response.setContentLength(body.length);
                response.getOutputStream().write(body);
            }
            response.flushBuffer();
        }
    }

    /** In UTF-8. */
    private static int length(String body) {
        int length = 0;
        for (int i = 0; i < body.length(); i++) {
            char c = body.charAt(i);
            // Each half of a pair is two of its four bytes.
            length += c < 0x80 ? 1 : c < 0x800 || Character.isSurrogate(c) ? 2 : 3;
        }
        return length;
    }

    /** Piece by piece: a phonebook that many ask for at once is in memory once. */
    private static void write(String body, OutputStream out) throws IOException {
        for (int from = 0; from < body.length(); ) {
            int to = Math.min(body.length(), from + PIECE);
            // Both halves of a pair go together.
            if (to < body.length() && Character.isHighSurrogate(body.charAt(to - 1))) {
                to--;
            }
            out.write(body.substring(from, to).getBytes(StandardCharsets.UTF_8));
            from = to;
        }
    }

    static void write(Provisioning.FirmwareAnswer answer, HttpServletResponse response) throws IOException {
        response.setStatus(answer.status());
        if (answer.status() == 401) {
            response.setHeader(HttpHeaders.WWW_AUTHENTICATE, CHALLENGE);
        }
        if (answer.file().isPresent()) {
            send(answer.version(), answer.file().get(), response);
        }
    }

    /** Piece by piece: no memory holds a whole file for each of many phones. */
    private static void send(String version, Path file, HttpServletResponse response) throws IOException {
        try (FileChannel firmware = FileChannel.open(file)) {
            response.setHeader("Firmware-Version", version);
            response.setContentType("application/octet-stream");
            response.setContentLengthLong(firmware.size());
            Channels.newInputStream(firmware).transferTo(response.getOutputStream());
        } catch (NoSuchFileException e) { // another one was put in its place at this moment
            response.setHeader(HttpHeaders.RETRY_AFTER, "10");
            response.setStatus(503);
        }
    }
}
