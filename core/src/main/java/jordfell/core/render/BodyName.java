package jordfell.core.render;

import java.util.Optional;
import jordfell.core.settings.Setting;

/**
 * A name that a family's body may write between {@code {{ }}}.
 *
 * @param name as it is written: {@code setting.clock.zone}
 * @param place where it means something
 * @param setting the setting whose value it stands for, if it is one
 * @param purpose one sentence for whoever completes it
 */
public record BodyName(String name, Place place, Optional<Setting> setting, String purpose) {

    /** Where in a body a name means something. */
    public enum Place {
        ANYWHERE,
        /** Between {@code {{#stations}}} and {@code {{/stations}}}: once for each line. */
        STATION,
        /** Between {@code {{#keys}}} and {@code {{/keys}}}: once for each key that does something. */
        KEY
    }

    public boolean isSecret() {
        return name.equals(BodyNames.PASSWORD)
                || setting.filter(Setting::isSecret).isPresent();
    }
}
