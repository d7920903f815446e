package jordfell.lab.mail;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.Message.RecipientType;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.time.Instant;
import java.util.Properties;
import org.junit.jupiter.api.Test;

/** A stand-in for a mail server: what is sent can be read, newest first, and no more of it is kept than there is room for. */
class MailDropTest {

    private static void send(MailDrop drop, String subject) throws MessagingException {
        Properties settings = new Properties();
        settings.put("mail.smtp.host", "127.0.0.1");
        settings.put("mail.smtp.port", Integer.toString(drop.port()));
        MimeMessage mail = new MimeMessage(Session.getInstance(settings));
        mail.setFrom(new InternetAddress("jordfell@tarnholm.example"));
        mail.setRecipient(RecipientType.TO, new InternetAddress("duty@tarnholm.example"));
        mail.setSubject(subject, "UTF-8");
        mail.setText("3 devices of Eskvik Pier fell silent.", "UTF-8");
        Transport.send(mail);
    }

    @Test
    void whatIsSentIsReadNewestFirst() throws MessagingException {
        try (MailDrop drop = new MailDrop(0, Instant::now)) {
            drop.start();
            send(drop, "“Pier” goes quiet");
            send(drop, "is over");
            assertThat(drop.mails()).extracting(MailDrop.Mail::subject).containsExactly("is over", "“Pier” goes quiet");
            assertThat(drop.mails().get(0).to()).isEqualTo("duty@tarnholm.example");
            assertThat(drop.mails().get(0).text()).isEqualTo("3 devices of Eskvik Pier fell silent.");
        }
    }

    @Test
    void onlyTheNewestHundredAreKept() throws MessagingException {
        try (MailDrop drop = new MailDrop(0, Instant::now)) {
            drop.start();
            for (int i = 0; i < 103; i++) {
                send(drop, "mail " + i);
            }
            assertThat(drop.mails()).hasSize(100);
            assertThat(drop.mails().get(99).subject()).isEqualTo("mail 3");
        }
    }
}
