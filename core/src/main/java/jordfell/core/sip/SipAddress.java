package jordfell.core.sip;

import java.util.Map;
import java.util.Optional;

/**
 * A SIP URI with what a header says beside it.
 *
 * @param user empty when there is none
 * @param port 0 when none is given
 * @param params the header's parameters (tag, expires, +sip.instance…), lower-case names, unquoted values
 */
public record SipAddress(String user, String host, int port, Map<String, String> params) {

    public SipAddress {
        params = Map.copyOf(params);
    }

    public Optional<String> param(String name) {
        return Optional.ofNullable(params.get(name));
    }

    /** {@code user@host}, as an address of record is spoken. */
    public String aor() {
        return user.isEmpty() ? host : user + "@" + host;
    }

    /** The URI alone: {@code sip:user@host:port}. */
    public String uri() {
        return "sip:" + aor() + (port == 0 ? "" : ":" + port);
    }

    public int portOr5060() {
        return port == 0 ? 5060 : port;
    }
}
