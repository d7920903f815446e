package jordfell.core.media;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The codecs that settings name, as session descriptions write them (RFC 3551 §6; RFC 7587 §7 for Opus). */
public enum Codec {
    OPUS(111, "opus/48000/2"),
    /** Its clock is written as half of what it is, for an old error's sake (RFC 3551 §4.5.2). */
    G722(9, "G722/8000"),
    PCMA(8, "PCMA/8000"),
    PCMU(0, "PCMU/8000"),
    G729(18, "G729/8000");

    /** From here on a payload type says nothing without its rtpmap. */
    private static final int FIRST_DYNAMIC = 96;

    private final int payload;
    private final String encoding;

    Codec(int payload, String encoding) {
        this.payload = payload;
        this.encoding = encoding;
    }

    /** As settings and makers' files write it: {@code pcma}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    int payload() {
        return payload;
    }

    String encoding() {
        return encoding;
    }

    /** Those that a list names, best first, each once; other words are left out. */
    public static List<Codec> list(String text) {
        return Arrays.stream(text.split("[,;\\s]+"))
                .flatMap(word -> Arrays.stream(values()).filter(c -> c.word().equalsIgnoreCase(word)))
                .distinct()
                .toList();
    }

    /** By what an rtpmap says, such as {@code PCMA/8000}; names ignore case (RFC 8866 §6.6). */
    static Optional<Codec> ofEncoding(String encoding) {
        String bare = encoding.replaceFirst("/1$", "");
        return Arrays.stream(values())
                .filter(c -> c.encoding.equalsIgnoreCase(bare))
                .findFirst();
    }

    /** By a payload type alone. */
    static Optional<Codec> ofPayload(int payload) {
        return Arrays.stream(values())
                .filter(c -> c.payload == payload && payload < FIRST_DYNAMIC)
                .findFirst();
    }
}
