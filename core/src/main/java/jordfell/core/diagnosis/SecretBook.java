package jordfell.core.diagnosis;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The SIP passwords of one domain, in clear, for checking answers against. They are never shown. */
public interface SecretBook {

    /** The present password of an extension. */
    Optional<String> current(String number);

    /** Its earlier passwords, newest first. */
    List<String> earlier(String number);

    /** The present passwords of all other extensions, by number. */
    Map<String, String> others(String number);
}
