package jordfell.server.device;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.ModelStore;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Which maker's block a MAC lies in, as far as the catalogue knows. */
@Component
public class MacMakers {

    private final ModelStore models;
    private volatile @Nullable Map<String, String> makers;

    MacMakers(ModelStore models) {
        this.models = models;
    }

    /** The makers of the longest block that holds it; empty for none. */
    public String of(MacAddress mac) {
        Map<String, String> known = makers;
        if (known == null) {
            known = read();
            makers = known;
        }
        String digits = mac.compact();
        for (int length = digits.length(); length > 0; length--) {
            Optional<String> found = Optional.ofNullable(known.get(digits.substring(0, length)));
            if (found.isPresent()) {
                return found.get();
            }
        }
        return "";
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (changed.touches(Subject.MODEL)) {
            makers = null;
        }
    }

    private Map<String, String> read() {
        List<DeviceModel> all = models.all();
        return all.stream()
                .flatMap(m -> m.macPrefixes().stream().map(prefix -> Map.entry(prefix, m.maker())))
                .distinct()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, Map.Entry::getValue, (one, other) -> one + " or " + other, TreeMap::new));
    }
}
