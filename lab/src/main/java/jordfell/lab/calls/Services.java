package jordfell.lab.calls;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.lab.net.Endpoint;

/** What answers calls in every domain without registering, by its name: the voicemail, the test call, the outside line. */
final class Services {

    /** The name of the service that takes what is called outside. */
    static final String OUTSIDE_LINE = "outside-line";

    private final Map<String, Endpoint> byName = new HashMap<>();

    void add(String name, Endpoint at) {
        byName.put(name, at);
    }

    Optional<Endpoint> find(String name) {
        return Optional.ofNullable(byName.get(name));
    }

    /** Whether a service sends from there: such may call whom they like. */
    boolean isOne(Endpoint source) {
        return byName.containsValue(source);
    }
}
