package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.milestone.Whereabouts;

/** <em>wrong-model</em>: it says of itself that it is another model than the one on record. */
final class WrongModel implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        String says = Whereabouts.of(device.reached()).says();
        String named = says.substring(0, Math.max(0, says.lastIndexOf('/')));
        DeviceModel onRecord = device.facts().model();
        return named.equals(onRecord.fullName())
                ? List.of()
                : device.facts().beside().models().stream()
                        .filter(model ->
                                model.fullName().equals(named) && !model.id().equals(onRecord.id()))
                        .limit(1)
                        .map(model -> told(device, onRecord, model))
                        .toList();
    }

    private static Finding told(CaseOf device, DeviceModel onRecord, DeviceModel says) {
        boolean works = device.isRegistered();
        boolean readsTheSame = onRecord.family().equals(says.family());
        return Finding.certain(
                        works ? Cause.MODEL_MISTAKEN : Cause.WRONG_MODEL,
                        "It says that it is a " + says.fullName() + "; it is on record as a " + onRecord.fullName()
                                + ".")
                .variant(says.fullName() + " on record as " + onRecord.fullName())
                .brief("is a " + says.fullName())
                .detail(
                        readsTheSame
                                ? "It reads the same files; what it holds is not the same: " + holds(says) + ", not "
                                        + holds(onRecord) + "."
                                : "It reads other files, so what it is given says nothing to it.")
                .since(device.reached()
                        .fetches()
                        .answers()
                        .map(a -> a.since())
                        .orElse(device.facts().enrolledAt()))
                .shownBy("named itself " + says.fullName())
                .remedies(new Remedy(
                        Remedy.Action.CHANGE_MODEL,
                        "Make it a " + says.fullName() + " on record",
                        0,
                        says.id(),
                        "Its record says " + says.fullName() + ". What that changes in its file is released to it "
                                + "when you say so."));
    }

    private static String holds(DeviceModel model) {
        return (model.lines() == 1 ? "one line" : model.lines() + " lines") + " and "
                + (model.keys() == 1 ? "one key" : model.keys() + " keys");
    }
}
