package jordfell.server.provision;

import java.util.Optional;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.identity.MacAddress;

/**
 * What is answered; the body is the file with status 200, a reason with 403, and else empty.
 *
 * @param tag the entity tag (RFC 9110 §8.8.3): the revision, and after a re-send which one it is
 * @param taking who takes the file, to be told by {@link Provisioning#delivered} once its last byte is gone
 * @param asked that a phonebook was asked for, to be told in the same way
 */
public record PhoneAnswer(
        int status,
        String revision,
        String tag,
        String contentType,
        String body,
        Optional<Taking> taking,
        Optional<BookAsked> asked) {

    /** One that is about a configuration. */
    PhoneAnswer(int status, String revision, String tag, String contentType, String body, Optional<Taking> taking) {
        this(status, revision, tag, contentType, body, taking, Optional.empty());
    }

    static final PhoneAnswer NOT_FOUND = without(404, "");

    /** Name and password are asked for, or other ones than those that came. */
    static final PhoneAnswer NOT_PROVEN = without(401, "");

    /** Whoever tries addresses is asked to wait. */
    static final PhoneAnswer SLOWED = without(429, "");

    static PhoneAnswer refused(String reason) {
        return without(403, reason);
    }

    private static PhoneAnswer without(int status, String reason) {
        return new PhoneAnswer(status, "", "", "text/plain;charset=UTF-8", reason, Optional.empty());
    }

    @Override
    public String toString() {
        return "PhoneAnswer[" + status + "]";
    }

    /** The same, as an answer to who asked for a phonebook. */
    PhoneAnswer toldAs(BookAsked what) {
        return new PhoneAnswer(status, revision, tag, contentType, body, taking, Optional.of(what));
    }

    /** Somebody asked for a phonebook of a device. */
    record BookAsked(MacAddress mac, PhonebookAsked seen) {}

    /**
     * A device that takes its file.
     *
     * @param again it took one before, as is known
     */
    record Taking(long deviceId, MacAddress mac, PhoneRequest request, boolean again) {}
}
