package jordfell.lab.mail;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import org.subethamail.smtp.helper.SimpleMessageListener;
import org.subethamail.smtp.server.SMTPServer;

/** Takes mail on 127.0.0.1 (RFC 5321) and keeps the newest of it; nothing is handed on. */
public final class MailDrop implements AutoCloseable {

    private static final int MOST_KEPT = 100;
    private static final int MOST_CONNECTIONS = 8;
    private static final int LARGEST = 1 << 20;
    private static final int TIMEOUT_SECONDS = 20;

    /** A message that came. */
    public record Mail(Instant at, String from, String to, String subject, String text) {}

    private final InstantSource clock;
    private final Deque<Mail> kept = new ArrayDeque<>();
    private final SMTPServer server;

    /** @param port 0 for any free one */
    public MailDrop(int port, InstantSource clock) {
        this.clock = clock;
        this.server = SMTPServer.port(port)
                .bindAddress(InetAddress.getLoopbackAddress())
                .hostName("mail.tarnholm.example")
                .softwareName("Jordfell Lab")
                .insertReceivedHeaders(false)
                .maxConnections(MOST_CONNECTIONS)
                .maxMessageSize(LARGEST)
                .connectionTimeout(TIMEOUT_SECONDS, java.util.concurrent.TimeUnit.SECONDS)
                .simpleMessageListener(new Listener())
                .build();
    }

    public void start() {
        server.start();
    }

    /** The TCP port it listens on; of use after it was started. */
    public int port() {
        return server.getPortAllocated();
    }

    /** What came, the newest first. */
    public List<Mail> mails() {
        synchronized (kept) {
            List<Mail> all = new ArrayList<>(kept);
            Collections.reverse(all);
            return all;
        }
    }

    @Override
    public void close() {
        server.stop();
    }

    private final class Listener implements SimpleMessageListener {

        @Override
        public boolean accept(String from, String recipient) {
            return true;
        }

        @Override
        public void deliver(String from, String recipient, InputStream data) throws IOException {
            try {
                MimeMessage message = new MimeMessage(null, data);
                String subject = message.getSubject() == null ? "" : message.getSubject();
                Mail mail = new Mail(clock.instant(), from, recipient, subject, text(message.getContent()));
                synchronized (kept) {
                    kept.addLast(mail);
                    while (kept.size() > MOST_KEPT) {
                        kept.removeFirst();
                    }
                }
            } catch (MessagingException e) {
                throw new IOException("a message that can’t be read", e);
            }
        }

        private static String text(Object content) throws MessagingException, IOException {
            if (content instanceof Multipart parts && parts.getCount() > 0) {
                BodyPart first = parts.getBodyPart(0);
                return text(first.getContent());
            }
            return content instanceof String text ? text.strip() : "";
        }
    }
}
