package jordfell.server.ground;

import jordfell.core.catalogue.DeviceKind;
import jordfell.core.ground.NewModelWish;
import org.jspecify.annotations.Nullable;

/** A model that nobody supports yet, as it is wished for. */
record NewModelForm(
        @Nullable String maker,
        @Nullable String name,
        @Nullable DeviceKind kind,
        @Nullable String family,
        int lines,
        int keys) {

    NewModelWish wish() {
        return new NewModelWish(maker, name, kind, family, lines, keys);
    }
}
