package jordfell.server.alarm;

import jakarta.annotation.PreDestroy;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import jordfell.lab.mail.MailDrop;
import jordfell.server.alarm.AlarmStore.Message;
import jordfell.server.config.JordfellProperties;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Hands mail to the mail server of this machine, or to the stand-in that ships with Jordfell where none is named. */
@Component
class Mailer {

    private static final String FROM = "jordfell@tarnholm.example";
    private static final String TIMEOUT_MILLIS = "5000";

    private final Optional<Integer> port;
    private final MailDrop drop;

    Mailer(JordfellProperties properties, InstantSource clock) {
        this.port = Optional.of(properties.smtpPort()).filter(p -> p > 0);
        this.drop = new MailDrop(0, clock);
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(0)
    void open() {
        if (port.isEmpty()) {
            drop.start();
        }
    }

    @PreDestroy
    void close() {
        if (port.isEmpty()) {
            drop.close();
        }
    }

    /** What came to the stand-in, the newest first; nothing where another mail server is named. */
    List<MailDrop.Mail> arrived() {
        return drop.mails();
    }

    /** Whether the stand-in takes it. */
    boolean isStandIn() {
        return port.isEmpty();
    }

    /** Why it did not arrive; empty if it did. */
    Optional<String> send(Message message) {
        Properties settings = new Properties();
        settings.put("mail.smtp.host", "127.0.0.1");
        settings.put("mail.smtp.port", Integer.toString(port.orElseGet(drop::port)));
        for (String kind : List.of("connectiontimeout", "timeout", "writetimeout")) {
            settings.put("mail.smtp." + kind, TIMEOUT_MILLIS);
        }
        try {
            MimeMessage mail = new MimeMessage(Session.getInstance(settings));
            mail.setFrom(new InternetAddress(FROM));
            mail.setRecipient(RecipientType.TO, new InternetAddress(message.target()));
            // A line end in a subject would begin another header (RFC 5322 §2.2).
            mail.setSubject(message.subject().replaceAll("[\\r\\n]+", " "), StandardCharsets.UTF_8.name());
            mail.setText(message.body(), StandardCharsets.UTF_8.name());
            mail.setSentDate(Date.from(message.made()));
            Transport.send(mail);
            return Optional.empty();
        } catch (MessagingException e) {
            return Optional.of("The mail server did not take it: " + e.getMessage());
        }
    }
}
