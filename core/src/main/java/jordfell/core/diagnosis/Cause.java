package jordfell.core.diagnosis;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jordfell.core.path.Stop;

/** Named reasons for which a device is held, each with the stop it belongs to. */
public enum Cause {
    MAC_MISTYPED(Stop.KNOWN, "Its MAC is mistyped"),
    ENROLLED_TWICE(Stop.KNOWN, "It is on record twice"),
    WRONG_MODEL(Stop.KNOWN, "It is another model than enrolled"),
    MODEL_MISTAKEN(Stop.KNOWN, "It is on record as another model"),
    LINE_UNBOUND(Stop.BOUND, "A line has no extension"),
    SETTING_MISSING(Stop.BOUND, "A setting is missing or wrong"),
    TOO_MANY_LINES(Stop.BOUND, "It has more lines than its model"),
    TOO_MANY_KEYS(Stop.BOUND, "Its layout has keys that its model has not"),
    NUMBER_OUT_OF_BLOCK(Stop.BOUND, "Its number lies in no block"),
    NUMBER_PREFIX_CLASH(Stop.BOUND, "Its number gets in the way of another"),
    NOT_RELEASED(Stop.RELEASED, "Nothing was released"),
    RELEASE_HELD(Stop.RELEASED, "Its wave waits or was stopped"),
    NO_PROVISIONING_ADDRESS(Stop.FETCHED, "It was not told where its files are"),
    NEVER_CALLED_IN(Stop.FETCHED, "It never called in"),
    NOT_HANDED_OVER(Stop.FETCHED, "Its handoff was not opened"),
    HEARD_UNFETCHED(Stop.FETCHED, "It was heard and never fetched"),
    PROVISIONING_REFUSED(Stop.FETCHED, "Its request for a configuration is refused"),
    CONFIG_UNAVAILABLE(Stop.FETCHED, "Its request for a configuration is not answered with one"),
    WRONG_FILE_ASKED(Stop.FETCHED, "It asks for another file than its own"),
    ASKED_AT_OLD_ADDRESS(Stop.FETCHED, "It asks at another site’s address"),
    CONFIG_REJECTED(Stop.FETCHED, "It does not go by its configuration"),
    OVERWRITTEN_BY_HAND(Stop.FETCHED, "It has an account that nobody gave it"),
    FIRMWARE_TOO_OLD(Stop.FETCHED, "Its firmware is not to be relied on"),
    FIRMWARE_BLOCKED(Stop.FETCHED, "It is not given its firmware"),
    FIRMWARE_STUCK(Stop.FETCHED, "It does not take its firmware"),
    STALE_CONFIG(Stop.FETCHED, "It still has an older configuration"),
    NAME_NOT_FOUND(Stop.LOCATED, "The registrar’s name is not found"),
    NAME_SILENT(Stop.LOCATED, "The name service does not say where the registrar is"),
    NAME_DEAD_TARGET(Stop.LOCATED, "The registrar’s name leads elsewhere"),
    HOST_MALFORMED(Stop.LOCATED, "The registrar’s name is malformed"),
    TRANSPORT_REFUSED(Stop.HEARD, "It goes by a way that its domain does not take"),
    HEARD_AT_WRONG_NODE(Stop.HEARD, "It registers at a node of nobody’s"),
    REQUEST_MANGLED(Stop.HEARD, "Its SIP is changed on the way"),
    SIP_BLOCKED(Stop.HEARD, "No SIP comes from its site"),
    NODE_DOWN(Stop.HEARD, "A registrar hears nobody"),
    NOT_HEARD(Stop.HEARD, "No registration reaches a registrar"),
    CERTIFICATE_REFUSED(Stop.HEARD, "It takes no certificate of the registrar"),
    WRONG_HOST(Stop.ACCEPTED, "It registers in another domain"),
    UNKNOWN_EXTENSION(Stop.ACCEPTED, "The registrar does not know the extension"),
    WRONG_AUTH_USER(Stop.ACCEPTED, "Another authentication user"),
    WRONG_REALM(Stop.ACCEPTED, "It answers for another realm"),
    WRONG_URI(Stop.ACCEPTED, "Its answer names another address than its request"),
    WRONG_PASSWORD(Stop.ACCEPTED, "A wrong password"),
    ALGORITHM_MISMATCH(Stop.ACCEPTED, "It is challenged with what it does not know"),
    NONCE_LOOP(Stop.ACCEPTED, "Its right answer is not taken"),
    NEVER_ANSWERS_CHALLENGE(Stop.ACCEPTED, "It does not answer the challenge"),
    ANSWERS_LOST(Stop.ACCEPTED, "The registrar’s answers do not reach it"),
    ADDRESS_BANNED(Stop.ACCEPTED, "A registrar hears nothing from its address"),
    NODE_SILENT(Stop.ACCEPTED, "The registrar does not answer"),
    NOT_PERMITTED_OUTSIDE(Stop.ACCEPTED, "It may not register from where it is"),
    EXPIRY_TOO_SHORT(Stop.ACCEPTED, "It asks for too short a registration"),
    CONTACTS_FULL(Stop.ACCEPTED, "Its extension has no room for another contact"),
    NODE_OVERLOADED(Stop.ACCEPTED, "The registrar has no time for it"),
    REGISTRAR_SAYS_NO(Stop.ACCEPTED, "The registrar says no for another reason"),
    ONE_LINE_OF_MANY(Stop.ACCEPTED, "One line is not heard, others are"),
    TWO_AGENTS(Stop.HOLDING, "Somebody else has its extension too"),
    BINDING_FLIP_FLOP(Stop.HOLDING, "Its registration takes turns between two places"),
    PORT_COLLISION(Stop.HOLDING, "Its router mixes it up with another"),
    STUCK_ON_BACKUP(Stop.HOLDING, "It stays at its second registrar"),
    NAT_LAPSE(Stop.HOLDING, "Its router forgets the way back"),
    CONTACT_UNREACHABLE(Stop.HOLDING, "It does not answer where it says it is"),
    LOGGED_OFF(Stop.HOLDING, "It ended its registration itself"),
    LAPSED(Stop.HOLDING, "Its registration ran out"),
    CHANGES_REFUSED(Stop.HOLDING, "It gets no changes"),
    NOT_ASKING(Stop.HOLDING, "It asks for no changes"),
    CLOCK_WRONG(Stop.HOLDING, "Its clock is wrong"),
    MESSAGE_LAMP_DARK(Stop.HOLDING, "Its message lamp stays dark"),
    LAMP_DARK(Stop.HOLDING, "A lamp stays dark"),
    PHONEBOOK_NOT_TAKEN(Stop.HOLDING, "It has no phonebook, or an old one"),
    PHONEBOOK_UNREADABLE(Stop.HOLDING, "It does not keep its phonebook"),
    PHONEBOOK_TOO_BIG(Stop.HOLDING, "Its phonebook has more names than it holds"),
    NO_INBOUND_PATH(Stop.PROVEN, "A call for it does not ring it"),
    NO_OUTBOUND_PATH(Stop.PROVEN, "It does not get through to the test number"),
    TEST_CALL_FAILED(Stop.PROVEN, "A test call failed"),
    /** Held at any stop, which its finding's variant names, and no rule has a word for it. */
    UNEXPLAINED_HOLD(Stop.PROVEN, "Held, not explained yet");

    private final Stop stop;
    private final String title;

    Cause(Stop stop, String title) {
        this.stop = stop;
        this.title = title;
    }

    public Stop stop() {
        return stop;
    }

    /** What is wrong with a device that can be used all the same. */
    private static final Set<Cause> BESIDE_DIAL_TONE = EnumSet.of(
            ENROLLED_TWICE,
            MODEL_MISTAKEN,
            TOO_MANY_KEYS,
            NUMBER_OUT_OF_BLOCK,
            NUMBER_PREFIX_CLASH,
            FIRMWARE_TOO_OLD,
            FIRMWARE_BLOCKED,
            FIRMWARE_STUCK,
            TWO_AGENTS,
            BINDING_FLIP_FLOP,
            PORT_COLLISION,
            STUCK_ON_BACKUP,
            CHANGES_REFUSED,
            NOT_ASKING,
            CLOCK_WRONG,
            LAMP_DARK,
            MESSAGE_LAMP_DARK,
            PHONEBOOK_NOT_TAKEN,
            PHONEBOOK_UNREADABLE,
            PHONEBOOK_TOO_BIG);

    /** Whether calls come and go all the same: what is beside that is told after what is not. */
    public boolean leavesDialTone() {
        return BESIDE_DIAL_TONE.contains(this);
    }

    /** A heading for the cause on its own, without a device. */
    public String title() {
        return title;
    }

    /** As in addresses: {@code wrong-password}. */
    public String slug() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The cause of this slug, if there is one. */
    public static Optional<Cause> find(String slug) {
        return Arrays.stream(values()).filter(c -> c.slug().equals(slug)).findFirst();
    }

    /** The cause of this slug. */
    public static Cause bySlug(String slug) {
        return find(slug).orElseThrow(() -> new IllegalArgumentException("no such cause: " + slug));
    }
}
