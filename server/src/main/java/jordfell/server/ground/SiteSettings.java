package jordfell.server.ground;

import java.util.Map;
import jordfell.core.settings.LayerKind;
import jordfell.server.records.SettingStore;
import org.springframework.stereotype.Component;

/** What a site's layer says, as its form shows it: a field that is empty leaves it to what stands above. */
@Component
class SiteSettings {

    private final SettingStore settings;

    SiteSettings(SettingStore settings) {
        this.settings = settings;
    }

    Map<String, String> of(long siteId) {
        return settings.values(LayerKind.SITE, Long.toString(siteId));
    }

    /** Writes what is another than now; what stays as it is keeps who said it and when. */
    void put(long siteId, Map<String, String> wished) {
        String owner = Long.toString(siteId);
        Map<String, String> now = of(siteId);
        wished.forEach((key, value) -> {
            if (value.equals(now.getOrDefault(key, ""))) {
                return;
            }
            if (value.isEmpty()) {
                settings.remove(LayerKind.SITE, owner, key);
            } else {
                settings.put(LayerKind.SITE, owner, key, value);
            }
        });
    }
}
