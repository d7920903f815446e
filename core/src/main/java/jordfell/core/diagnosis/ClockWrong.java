package jordfell.core.diagnosis;

import java.time.Duration;
import java.util.List;
import jordfell.core.milestone.ClockSkew;
import jordfell.core.milestone.Whereabouts;

/** <em>clock-wrong</em>: by the Date of its own requests its clock is far off; what it shows is wrong, and certificates may seem so. */
final class ClockWrong implements Rule {

    private static final Duration FAR = Duration.ofMinutes(5);

    @Override
    public List<Finding> examine(CaseOf device) {
        return Whereabouts.of(device.reached()).clock().stream()
                .filter(skew -> skew.off().abs().compareTo(FAR) >= 0)
                .map(skew -> told(device, skew))
                .toList();
    }

    private static Finding told(CaseOf device, ClockSkew skew) {
        String site = device.facts().site();
        return Finding.certain(Cause.CLOCK_WRONG, "Its clock is " + skew.words() + ".")
                .variant(site)
                .brief("clock " + skew.words())
                .detail(
                        "It said so when it registered. Its display and its log are wrong by as much, and certificates seem not"
                                + " valid to it.")
                .since(skew.at())
                .shownBy("Date of its newest REGISTER")
                .remedies(Remedy.advice("See whether the time server that it was sent answers from " + site
                        + ", and tells the right time; then restart the phone."));
    }
}
