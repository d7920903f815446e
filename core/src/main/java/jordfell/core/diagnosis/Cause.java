package jordfell.core.diagnosis;

import java.util.Locale;
import jordfell.core.path.Stop;

/** Named reasons for which a device is held, each with the stop it belongs to. */
public enum Cause {
    LINE_UNBOUND(Stop.BOUND, "A line has no extension"),
    SETTING_MISSING(Stop.BOUND, "A setting is missing or wrong"),
    NOT_RELEASED(Stop.RELEASED, "Nothing was released"),
    RELEASE_HELD(Stop.RELEASED, "Its wave waits or was stopped"),
    NO_PROVISIONING_ADDRESS(Stop.FETCHED, "It was not told where its files are"),
    NEVER_CALLED_IN(Stop.FETCHED, "It never called in"),
    NOT_HANDED_OVER(Stop.FETCHED, "Its handoff was not opened"),
    HEARD_UNFETCHED(Stop.FETCHED, "It was heard and never fetched"),
    PROVISIONING_REFUSED(Stop.FETCHED, "Its request for a configuration is refused"),
    CONFIG_UNAVAILABLE(Stop.FETCHED, "Its request for a configuration is not answered with one"),
    STALE_CONFIG(Stop.FETCHED, "It still has an older configuration"),
    NAME_NOT_FOUND(Stop.LOCATED, "The registrar’s name is not found"),
    NAME_SILENT(Stop.LOCATED, "The name service does not say where the registrar is"),
    NAME_DEAD_TARGET(Stop.LOCATED, "The registrar’s name leads elsewhere"),
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
    NAT_LAPSE(Stop.HOLDING, "Its router forgets the way back"),
    CONTACT_UNREACHABLE(Stop.HOLDING, "It does not answer where it says it is"),
    LOGGED_OFF(Stop.HOLDING, "It ended its registration itself"),
    LAPSED(Stop.HOLDING, "Its registration ran out"),
    CHANGES_REFUSED(Stop.HOLDING, "It gets no changes"),
    NOT_ASKING(Stop.HOLDING, "It asks for no changes"),
    CLOCK_WRONG(Stop.HOLDING, "Its clock is wrong"),
    LAMP_DARK(Stop.HOLDING, "A lamp stays dark"),
    PHONEBOOK_NOT_TAKEN(Stop.HOLDING, "It has no phonebook, or an old one"),
    PHONEBOOK_UNREADABLE(Stop.HOLDING, "It does not keep its phonebook"),
    PHONEBOOK_TOO_BIG(Stop.HOLDING, "Its phonebook has more names than it holds"),
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

    /** Whether calls come and go all the same: what is beside that is told after what is not. */
    public boolean leavesDialTone() {
        return this == CHANGES_REFUSED
                || this == NOT_ASKING
                || this == CLOCK_WRONG
                || this == LAMP_DARK
                || this == PHONEBOOK_NOT_TAKEN
                || this == PHONEBOOK_UNREADABLE
                || this == PHONEBOOK_TOO_BIG;
    }

    /** A heading for the cause on its own, without a device. */
    public String title() {
        return title;
    }

    /** As in addresses: {@code wrong-password}. */
    public String slug() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The cause of this slug. */
    public static Cause bySlug(String slug) {
        return valueOf(slug.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
