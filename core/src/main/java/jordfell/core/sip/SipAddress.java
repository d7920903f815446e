package jordfell.core.sip;

import java.util.Arrays;
import java.util.Map;
import java.util.Optional;

/**
 * A SIP URI with what a header says beside it.
 *
 * @param user empty when there is none; escapes in it are undone
 * @param port 0 when none is given
 * @param params the header's parameters (tag, expires, +sip.instance…), lower-case names, unquoted values
 * @param uri the URI whole, with its scheme, parameters and headers: who is called there is called by all of it (RFC 3261
 *     §19.1.1)
 */
public record SipAddress(String user, String host, int port, Map<String, String> params, String uri) {

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

    /** A parameter of the URI itself, such as {@code transport}; empty if it has none of this name. */
    public Optional<String> uriParam(String name) {
        return Arrays.stream(uri.replaceFirst("\\?.*", "").split(";"))
                .skip(1)
                .map(param -> param.split("=", 2))
                .filter(param -> param[0].equalsIgnoreCase(name))
                .map(param -> param.length > 1 ? param[1] : "")
                .findFirst();
    }

    public int portOr5060() {
        return port == 0 ? 5060 : port;
    }
}
