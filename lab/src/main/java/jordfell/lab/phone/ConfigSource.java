package jordfell.lab.phone;

import java.util.function.Consumer;

/** Where phones fetch their files: the provisioning endpoint, over HTTP or, in history and tests, called directly. */
public interface ConfigSource {

    /** Fetches a file and gives the answer to the taker, on any thread; status 0 when nothing answered. */
    void fetch(Request request, Consumer<Answer> taker);

    /**
     * A GET.
     *
     * @param site the site's part of the address
     * @param revision what the phone has already, sent as If-None-Match; empty for none
     * @param claim the claim code that somebody typed; empty for none
     * @param from the address of who asks
     * @param user the name with which it asks; empty for the one that came with the site's address, if any
     */
    record Request(
            String site,
            String file,
            String revision,
            String userAgent,
            String claim,
            String from,
            String user,
            String password) {

        /** The same with the name and password that came with the site's address, unless it has its own. */
        public Request orAs(String siteUser, String sitePassword) {
            return user.isEmpty()
                    ? new Request(site, file, revision, userAgent, claim, from, siteUser, sitePassword)
                    : this;
        }

        /** The same as it is seen from outside of its site. */
        public Request seenAs(String address) {
            return new Request(site, file, revision, userAgent, claim, address, user, password);
        }

        @Override
        public String toString() {
            return "Request[" + file + "]";
        }
    }

    /** Asks for the next firmware and gives the answer to the taker, on any thread; a source that has none says nothing. */
    default void fetchFirmware(Request request, String mac, Consumer<FirmwareAnswer> taker) {}

    /** What came back: with status 200 the version of a file and its size. */
    record FirmwareAnswer(int status, String version, int size) {}

    /** What came back. */
    record Answer(int status, String revision, String body) {}
}
