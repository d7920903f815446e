package jordfell.server.provision;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import org.springframework.http.HttpHeaders;

/** Writes answers to phones by hand: status, headers and bytes. */
final class PhoneAnswers {

    private static final String CHALLENGE = "Basic realm=\"configurations\", charset=\"UTF-8\"";

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
            byte[] body = answer.body().getBytes(StandardCharsets.UTF_8);
            response.setContentType(answer.contentType());
            response.setContentLength(body.length);
            response.getOutputStream().write(body);
            response.flushBuffer();
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
