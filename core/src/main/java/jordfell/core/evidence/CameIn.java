package jordfell.core.evidence;

import java.util.List;
import jordfell.core.evidence.FollowedCall.Rung;
import jordfell.core.identity.MacAddress;

/**
 * What a test call to an extension shows of one device that has it. An answer alone shows nothing: the call may have been sent
 * on, and another device of the extension may have been quicker.
 */
public record CameIn(boolean worked, String words) {

    /**
     * What a call shows of a device that has the number.
     *
     * @param call one that is over
     */
    public static CameIn of(FollowedCall call, String number, MacAddress device) {
        if (!call.isAnswered()) {
            return new CameIn(false, call.words());
        }
        List<Rung> here = call.rung().stream()
                .filter(rung ->
                        rung.device().map(device::equals).orElse(rung.number().equals(number)))
                .toList();
        List<Rung> took =
                call.rung().stream().filter(rung -> rung.answer() / 100 == 2).toList();
        if (here.stream().anyMatch(took::contains)) {
            return new CameIn(true, call.words());
        }
        if (here.stream().anyMatch(Rung::rings)) {
            return new CameIn(true, "it rang; another device that was rung as well took the call");
        }
        String who = took.stream()
                .map(rung -> rung.number().equals(number) ? "another device of " + number : rung.number())
                .findFirst()
                .orElse("a service or a number outside");
        return new CameIn(false, CallEnd.elsewhere(who));
    }
}
