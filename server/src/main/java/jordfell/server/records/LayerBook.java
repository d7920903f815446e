package jordfell.server.records;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import org.springframework.stereotype.Component;

/**
 * Layers made ready to be resolved. Those that many devices share are kept in memory until somebody changes them; an
 * extension's and a device's own are read each time.
 */
@Component
public class LayerBook {

    private static final int MOST = 20_000;

    private record Owner(LayerKind kind, String id) {}

    private final SettingStore settings;
    private final LoadingCache<NamedOwner, Layer> ready =
            Caffeine.newBuilder().maximumSize(MOST).build(this::make);

    /** How often each owner's words were changed: what was being read meanwhile is filed under the change before. */
    private final Map<Owner, Long> changes = new ConcurrentHashMap<>();

    private record NamedOwner(Owner owner, String name, long change) {}

    LayerBook(SettingStore settings) {
        this.settings = settings;
        settings.onChange(this::forget);
    }

    /**
     * What a thing says.
     *
     * @param name as people call it; a part of what is kept, so that a new name is heard at once
     */
    public Layer layer(LayerKind kind, String name, String owner) {
        Owner of = new Owner(kind, owner);
        return kind == LayerKind.EXTENSION || kind == LayerKind.DEVICE
                ? layer(kind, name, read(of))
                : ready.get(new NamedOwner(of, name, changes.getOrDefault(of, 0L)));
    }

    private void forget(LayerKind kind, String owner) {
        Owner of = new Owner(kind, owner);
        changes.merge(of, 1L, Long::sum);
        ready.asMap().keySet().removeIf(named -> named.owner().equals(of));
    }

    private Layer make(NamedOwner named) {
        return layer(named.owner().kind(), named.name(), read(named.owner()));
    }

    private Map<String, SettingStore.Word> read(Owner owner) {
        return settings.words(owner.kind(), owner.id());
    }

    private static Layer layer(LayerKind kind, String name, Map<String, SettingStore.Word> words) {
        Map<String, String> values = new HashMap<>();
        Set<String> locked = new HashSet<>();
        words.forEach((key, word) -> {
            values.put(key, word.value());
            if (word.locked()) {
                locked.add(key);
            }
        });
        return Layer.of(kind, name, values, locked);
    }
}
