package jordfell.core.ground;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A model that nobody supports yet, as somebody writes it: what else it holds is taken to be usual, and put right afterwards.
 *
 * @param kind a desk phone unless another is said
 * @param family whose files it reads; empty if it is set by hand
 */
public record NewModelWish(
        @Nullable String maker,
        @Nullable String name,
        @Nullable DeviceKind kind,
        @Nullable String family,
        int lines,
        int keys) {

    private static final int LONGEST_NAME = 60;
    private static final int USUAL_PASSWORD_FIELD = 32;
    private static final int USUAL_LABEL_FIELD = 20;

    /**
     * The model, or all that is wrong.
     *
     * @param isThere whether there is a model of this key
     * @param isFamily whether there is a family of this key whose files can be written
     */
    public Checked<DeviceModel> checked(Predicate<String> isThere, Predicate<String> isFamily) {
        FieldProblems problems = new FieldProblems();
        String by = problems.needed(maker, "maker", "maker", LONGEST_NAME);
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        String id = (by + "-" + called).toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        if (isThere.test(id)) {
            problems.add("name", "There is a " + by + " " + called + " already.", "Open that one.");
        }
        String reads = family == null ? "" : family.strip();
        if (!reads.isEmpty() && !isFamily.test(reads)) {
            problems.add(
                    "family",
                    "There is no family “" + reads + "” that can be written.",
                    "Choose or write one, or none for a model that is set by hand.");
        }
        problems.between(lines, 1, ModelWish.MOST_LINES, "lines", "number of lines");
        problems.between(keys, 0, ModelWish.MOST_KEYS, "keys", "number of keys");
        return problems.otherwise(() -> new DeviceModel(
                id,
                by,
                called,
                Optional.ofNullable(kind).orElse(DeviceKind.DESK_PHONE),
                reads,
                lines,
                keys,
                USUAL_PASSWORD_FIELD,
                USUAL_LABEL_FIELD));
    }
}
