package jordfell.lab.watching;

import java.util.Locale;

/** An extension of a domain, as it is watched. */
public record Watched(String domain, String number) {

    public Watched {
        domain = domain.toLowerCase(Locale.ROOT);
    }

    String uri() {
        return "sip:" + number + "@" + domain;
    }
}
