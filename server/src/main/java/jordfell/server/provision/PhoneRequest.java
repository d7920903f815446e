package jordfell.server.provision;

import java.util.Optional;

/**
 * A request for a file.
 *
 * @param has the tag of the file that the phone says it has, or empty
 * @param claim the claim code that somebody typed on the phone, or empty
 * @param credentials the name and password that came with it
 * @param way by which it came
 */
public record PhoneRequest(
        String site,
        String file,
        String has,
        String userAgent,
        String source,
        String claim,
        Optional<FetchAccess.Credentials> credentials,
        FetchAccess.Way way) {

    /** A request by HTTP. */
    public static PhoneRequest byHttp(
            String site,
            String file,
            String has,
            String userAgent,
            String source,
            String claim,
            Optional<FetchAccess.Credentials> credentials) {
        return new PhoneRequest(site, file, has, userAgent, source, claim, credentials, FetchAccess.Way.HTTP);
    }

    /** A request by TFTP, which carries nothing but the name of a file. */
    public static PhoneRequest byTftp(String site, String file, String source) {
        return new PhoneRequest(site, file, "", "TFTP", source, "", Optional.empty(), FetchAccess.Way.TFTP);
    }
}
