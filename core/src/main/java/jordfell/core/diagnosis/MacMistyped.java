package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.DeviceFacts.NearKnock;

/** <em>mac-mistyped</em>: it never called in, and somebody asks for files with nearly its MAC. */
final class MacMistyped implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        boolean neverAsked = device.reached().fetches().answers().isEmpty()
                && device.reached().heardLast().isEmpty();
        return neverAsked
                ? device.facts().beside().knock().map(knock -> told(device, knock)).stream()
                        .toList()
                : List.of();
    }

    private static Finding told(CaseOf device, NearKnock knock) {
        String where = knock.sameSite() ? " at " + device.facts().site() : "";
        String apart = knock.words().equals("one character") ? "one character away" : knock.words();
        Finding.Telling telling = knock.others() == 0
                ? Finding.likely(
                        Cause.MAC_MISTYPED,
                        "It never called in, and " + knock.mac() + ", " + apart + ", asks for files" + where
                                + ": likely its MAC was mistyped.",
                        "The label under the phone.")
                : Finding.possible(
                        Cause.MAC_MISTYPED,
                        "It never called in, and " + knock.mac() + ", " + apart + ", asks for files" + where + ".",
                        "The label under the phone: "
                                + (knock.others() == 1 ? "another record is" : knock.others() + " other records are")
                                + " as near to it.");
        return telling.variant(knock.mac().toString())
                .brief(knock.others() == 0 ? "MAC likely mistyped" : "MAC may be mistyped")
                .detail("Nobody enrolled " + knock.mac() + ". On record here is "
                        + device.facts().address() + ".")
                .since(knock.since())
                .tries((int) Math.min(Integer.MAX_VALUE, knock.times()))
                .shownBy(
                        "knock of " + knock.mac(),
                        "nothing of " + device.facts().address())
                .remedies(new Remedy(
                        Remedy.Action.CORRECT_MAC,
                        "Give it the MAC " + knock.mac(),
                        0,
                        knock.mac().toString(),
                        "Its record gets the MAC " + knock.mac()
                                + "; the phone takes its file when it asks next, within"
                                + " seconds. It can be turned back."));
    }
}
