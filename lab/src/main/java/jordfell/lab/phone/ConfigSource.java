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
     */
    record Request(String site, String file, String revision, String userAgent, String claim) {}

    /** What came back. */
    record Answer(int status, String revision, String body) {}
}
