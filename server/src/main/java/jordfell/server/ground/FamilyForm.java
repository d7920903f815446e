package jordfell.server.ground;

import java.time.Instant;
import jordfell.core.ground.FamilyWish;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.server.records.FamilyStore;
import org.jspecify.annotations.Nullable;

/**
 * A family as it is shown and as it is wished for.
 *
 * @param shipped whether it comes with the product and can't be changed; copy it instead
 */
record FamilyForm(
        @Nullable String id,
        @Nullable String name,
        @Nullable String contentType,
        @Nullable String before,
        @Nullable String after,
        @Nullable Escaping escaping,
        @Nullable String body,
        @Nullable String phonebook,
        @Nullable Letters letters,
        @Nullable String note,
        boolean shipped,
        long models,
        @Nullable Instant changedAt,
        @Nullable String changedBy,
        long version) {

    /** One that comes with the product. */
    static FamilyForm shipped(Family family, long models) {
        return of(family, "", true, models, null, "", 0);
    }

    static FamilyForm written(FamilyStore.Written w, long models) {
        return of(w.family(), w.note(), false, models, w.changedAt(), w.changedBy(), w.version());
    }

    private static FamilyForm of(
            Family f,
            String note,
            boolean shipped,
            long models,
            @Nullable Instant changedAt,
            String changedBy,
            long version) {
        return new FamilyForm(
                f.id(),
                f.name(),
                f.contentType(),
                f.before(),
                f.after(),
                f.escaping(),
                f.body(),
                f.phonebook(),
                f.letters(),
                note,
                shipped,
                models,
                changedAt,
                changedBy,
                version);
    }

    FamilyWish wish() {
        return new FamilyWish(id, name, contentType, before, after, escaping, body, phonebook, letters);
    }
}
