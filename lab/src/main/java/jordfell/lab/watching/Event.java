package jordfell.lab.watching;

import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Collectors;

/** The event packages that can be subscribed to (RFC 6665 §7.2). */
public enum Event {
    /** RFC 4235. */
    DIALOG("dialog", "application/dialog-info+xml"),
    /** RFC 3842. */
    MESSAGES("message-summary", "application/simple-message-summary"),
    /** RFC 3680. */
    REGISTRATION("reg", "application/reginfo+xml");

    /** All of them, as an Allow-Events header names them. */
    static final String ALL = Arrays.stream(values()).map(Event::word).collect(Collectors.joining(", "));

    private final String word;
    private final String contentType;

    Event(String word, String contentType) {
        this.word = word;
        this.contentType = contentType;
    }

    String word() {
        return word;
    }

    String contentType() {
        return contentType;
    }

    /** Whether only the extension itself may watch it: whether others are in a call is shown by lamps. */
    boolean isPrivate() {
        return this != DIALOG;
    }

    /** By an Event header, whatever its parameters. */
    static Optional<Event> of(String header) {
        String asked = header.split(";", 2)[0].strip();
        return Arrays.stream(values()).filter(event -> event.word.equals(asked)).findFirst();
    }
}
