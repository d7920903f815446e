package jordfell.core.diagnosis;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.sip.DigestAnswer;

/** The SIP passwords of one domain, in clear, for checking answers against. They are never shown. */
public interface SecretBook {

    /** The present password of an extension. */
    Optional<String> current(String number);

    /** Its earlier passwords, newest first. */
    List<String> earlier(String number);

    /** The present passwords of all other extensions, by number. */
    Map<String, String> others(String number);

    /** What is no SIP password, and can be taken for it: values by what they are, such as {@code its voicemail PIN}. */
    default Map<String, String> beside(String number) {
        return Map.of();
    }

    /** Which password gave an answer to a REGISTER; who is asked often may remember it. */
    default PasswordUsed used(DigestAnswer answer, String number) {
        return PasswordCandidates.findThoroughly(answer, "REGISTER", number, this);
    }
}
