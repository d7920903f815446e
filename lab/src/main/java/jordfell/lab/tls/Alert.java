package jordfell.lab.tls;

import java.util.Locale;

/** Why an agent breaks a handshake off, as it tells the server (RFC 8446 §6.2). */
public enum Alert {
    /** It has run out, or is not valid yet. */
    CERTIFICATE_EXPIRED,
    /** Of another server. */
    BAD_CERTIFICATE,
    /** Nobody whom the agent trusts vouches for it. */
    UNKNOWN_CA;

    /** As the standard names it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
