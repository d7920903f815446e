package jordfell.lab.watching;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import jordfell.lab.registrar.Registrar;

/** The states that are told, as their RFCs write them. */
final class WatchedState {

    private WatchedState() {}

    /** RFC 4235 §4.1: all calls of the extension. */
    static String dialogs(Watched who, Iterable<LiveCalls.Side> sides, long version) {
        StringBuilder xml = new StringBuilder("<?xml version=\"1.0\"?>\n")
                .append("<dialog-info xmlns=\"urn:ietf:params:xml:ns:dialog-info\" version=\"")
                .append(version)
                .append("\" state=\"full\" entity=\"")
                .append(escaped(who.uri()))
                .append("\">\n");
        for (LiveCalls.Side side : sides) {
            xml.append("  <dialog id=\"")
                    .append(escaped(side.callId()))
                    .append("\" direction=\"")
                    .append(side.isCaller() ? "initiator" : "recipient")
                    .append("\"><state>")
                    .append(side.state().name().toLowerCase(Locale.ROOT))
                    .append("</state></dialog>\n");
        }
        return xml.append("</dialog-info>\n").toString();
    }

    /** RFC 3842 §5.2. */
    static String messages(Messages.Count count, String account) {
        return "Messages-Waiting: " + (count.fresh() > 0 ? "yes" : "no") + "\r\nMessage-Account: " + account
                + "\r\nVoice-Message: " + count.fresh() + "/" + count.heard() + " (0/0)\r\n";
    }

    /** RFC 3680 §5.1: all contacts of the extension. */
    static String registrations(Watched who, List<Registrar.Contact> contacts, long version, Instant now) {
        StringBuilder xml = new StringBuilder("<?xml version=\"1.0\"?>\n")
                .append("<reginfo xmlns=\"urn:ietf:params:xml:ns:reginfo\" version=\"")
                .append(version)
                .append("\" state=\"full\">\n  <registration aor=\"")
                .append(escaped(who.uri()))
                .append("\" id=\"r\" state=\"")
                .append(contacts.isEmpty() ? "terminated" : "active")
                .append("\">\n");
        int id = 0;
        for (Registrar.Contact contact : contacts) {
            xml.append("    <contact id=\"c")
                    .append(++id)
                    .append("\" state=\"active\" event=\"registered\" expires=\"")
                    .append(Duration.between(now, contact.until()).toSeconds())
                    .append("\"><uri>")
                    .append(escaped(contact.contact()))
                    .append("</uri></contact>\n");
        }
        return xml.append("  </registration>\n</reginfo>\n").toString();
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;")
                .replaceAll("[\\p{Cntrl}]", " ");
    }
}
