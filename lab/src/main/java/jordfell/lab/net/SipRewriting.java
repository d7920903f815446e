package jordfell.lab.net;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A router that means to help SIP through address translation and does it badly: in what goes out it writes its own
 * address over that of the phone, and in what comes in it leaves what it wrote.
 */
final class SipRewriting implements Hop {

    private static final Pattern VIA = Pattern.compile("(?im)^(via|v)(\\s*:\\s*SIP/2\\.0/[A-Z]+\\s+)([0-9.]+)");
    private static final Pattern CONTACT =
            Pattern.compile("(?im)^(contact|m)(\\s*:[^\\r\\n]*?sip:[^@\\r\\n>]*@)([0-9.]+)");

    private final String own;
    private final boolean via;
    private final boolean contact;

    /** @param own the address that it writes */
    SipRewriting(String own, boolean via, boolean contact) {
        this.own = own;
        this.via = via;
        this.contact = contact;
    }

    @Override
    public Optional<Packet> out(Packet packet, Instant now) {
        if (!packet.isSip()) {
            return Optional.of(packet);
        }
        // Latin-1 keeps every byte as it is.
        String text = new String(packet.bytes(), StandardCharsets.ISO_8859_1);
        int end = text.indexOf("\r\n\r\n");
        String head = end < 0 ? text : text.substring(0, end);
        String rewritten = contact ? over(CONTACT, head) : head;
        // Of an answer the Via is somebody else’s.
        rewritten = via && !text.startsWith("SIP/2.0 ") ? over(VIA, rewritten) : rewritten;
        return Optional.of(
                packet.carrying((rewritten + text.substring(head.length())).getBytes(StandardCharsets.ISO_8859_1)));
    }

    @Override
    public Optional<Packet> in(Packet packet, Instant now) {
        return Optional.of(packet);
    }

    private String over(Pattern where, String text) {
        return where.matcher(text).replaceFirst("$1$2" + Matcher.quoteReplacement(own));
    }
}
