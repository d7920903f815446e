package jordfell.core.phonebook;

import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.WayOut;

/**
 * A contact’s number as a phone of a domain can call it, or why it can’t.
 *
 * @param dialled what its keys send: an extension as it is, an outside number with the way out; empty if it can’t be called
 * @param trouble why not, in one sentence; empty if it can
 */
public record DiallableNumber(ContactNumber number, String dialled, String trouble) {

    /**
     * Where it is dialled.
     *
     * @param domain its name
     * @param hasNumber whether the domain has an extension, a place or a service of this number
     * @param permission of whoever dials
     */
    public record Ground(String domain, Predicate<String> hasNumber, DialPlan plan, String permission) {}

    public static DiallableNumber of(ContactNumber number, Ground ground) {
        String digits = number.number();
        if (number.kind() == ContactNumber.Kind.EXTENSION) {
            return ground.hasNumber().test(digits)
                    ? can(number, digits)
                    : cannot(number, digits + " is nobody’s in " + ground.domain() + ".");
        }
        Optional<String> out = WayOut.to(ground.plan(), ground.permission(), digits);
        if (out.isPresent()) {
            return can(number, out.get());
        }
        boolean asItIs = ground.plan()
                .decide(ground.permission(), digits)
                .target()
                .filter(target -> !(target instanceof DialTarget.Refused))
                .isPresent();
        return asItIs
                ? can(number, digits)
                : cannot(
                        number,
                        digits + " can’t be dialled "
                                + (ground.permission().isEmpty()
                                        ? "without a permission."
                                        : "with the permission “" + ground.permission() + "”."));
    }

    public boolean canBeDialled() {
        return trouble.isEmpty();
    }

    /** {@code 2413@voice.tarnholm.example}: an extension at its server, for phones that call by URI; others as they are dialled. */
    public String at(String domain) {
        return number.kind() == ContactNumber.Kind.EXTENSION && canBeDialled() ? dialled + "@" + domain : dialled;
    }

    private static DiallableNumber can(ContactNumber number, String dialled) {
        return new DiallableNumber(number, dialled, "");
    }

    private static DiallableNumber cannot(ContactNumber number, String why) {
        return new DiallableNumber(number, "", why);
    }
}
