package jordfell.core.keys;

import java.util.Optional;

/**
 * What a key is to do.
 *
 * @param target an extension, number, park place, page group or line position; empty where the kind needs none
 * @param label what stands beside it; empty for the target's name or the kind
 * @param fill if there, the target is empty and the key is the first of a row: one for each person it names
 */
public record KeyWish(KeyKind kind, String target, String label, Optional<KeyFill> fill) {

    /** The highest position that a layout may speak of: no phone with all its sidecars has more keys. */
    public static final int HIGHEST_POSITION = 500;

    private static final int LONGEST_DEPARTMENT = 100;
    private static final int LONGEST_TARGET = 64;
    private static final int LONGEST_LABEL = 40;

    public KeyWish(KeyKind kind, String target, String label) {
        this(kind, target, label, Optional.empty());
    }

    /** What is wrong with it and what would be right; empty if nothing. */
    public Optional<String> refuse() {
        if (fill.filter(f -> f.department().length() > LONGEST_DEPARTMENT).isPresent()) {
            return Optional.of("A department’s name has at most " + LONGEST_DEPARTMENT + " characters.");
        }
        if (fill.isPresent()) {
            return kind == KeyKind.BLF || kind == KeyKind.SPEED_DIAL || kind == KeyKind.INTERCOM
                    ? Optional.empty()
                    : Optional.of(kind.label() + " can’t be filled by a rule; BLF, speed dial and intercom can.");
        }
        if (kind.isTargeted() && target.isBlank()) {
            return Optional.of(
                    kind == KeyKind.LINE
                            ? "It opens no line; write the line’s position, such as 1."
                            : "It has no target; write an extension or number.");
        }
        if (kind == KeyKind.LINE && !target.matches("[1-9][0-9]?")) {
            return Optional.of("“" + target + "” is no line position; 1 to 99 is.");
        }
        if (target.length() > LONGEST_TARGET || label.length() > LONGEST_LABEL) {
            return Optional.of("A target holds " + LONGEST_TARGET + " characters, a label " + LONGEST_LABEL + ".");
        }
        return (target + label).chars().anyMatch(Character::isISOControl)
                ? Optional.of("It holds a line break or control character.")
                : Optional.empty();
    }
}
