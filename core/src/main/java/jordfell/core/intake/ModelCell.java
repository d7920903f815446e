package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.MODEL;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeVerdict.Offer;

/** Finds the model that a cell names, or guesses it from the MAC or the serial and asks. */
final class ModelCell {

    private ModelCell() {}

    static Optional<DeviceModel> read(
            String text,
            Optional<String> kitModel,
            Optional<MacAddress> mac,
            String serial,
            Collection<DeviceModel> models,
            String decision,
            RowProblems found) {
        if (text.isEmpty()) {
            Optional<DeviceModel> ofKit = kitModel.flatMap(id -> byId(id, models));
            if (ofKit.isEmpty()) {
                askWhich(guesses(mac, serial, models), models, found);
            }
            return ofKit;
        }
        List<DeviceModel> named = named(text, models);
        if (named.size() == 1) {
            contradiction(named.get(0), mac, serial, models, found);
            if (!decision.equals(IntakeCheck.LABEL_SAYS_SO)) {
                mac.ifPresent(address -> askAboutMaker(named.get(0), address, models, found));
            }
            return Optional.of(named.get(0));
        }
        found.ask(
                MODEL,
                named.isEmpty()
                        ? "No model is called “" + text + "”."
                        : "“" + text + "” is the name of " + named.size() + " models.",
                "Choose one.",
                "model:" + text.toLowerCase(Locale.ROOT),
                offers(named.isEmpty() ? models : named));
        return Optional.empty();
    }

    /** Those whose MAC prefix or serial prefix fits, the longest fitting prefix deciding. */
    static List<DeviceModel> guesses(Optional<MacAddress> mac, String serial, Collection<DeviceModel> models) {
        List<DeviceModel> bySerial = models.stream()
                .filter(m -> m.serialPrefixes().stream()
                        .anyMatch(p -> serial.toUpperCase(Locale.ROOT).startsWith(p)))
                .toList();
        if (!bySerial.isEmpty() || mac.isEmpty()) {
            return bySerial;
        }
        String digits = mac.get().compact();
        int longest = models.stream()
                .flatMap(m -> m.macPrefixes().stream())
                .filter(digits::startsWith)
                .mapToInt(String::length)
                .max()
                .orElse(0);
        return models.stream()
                .filter(m -> m.macPrefixes().stream().anyMatch(p -> digits.startsWith(p) && p.length() == longest))
                .toList();
    }

    private static void askWhich(List<DeviceModel> guesses, Collection<DeviceModel> models, RowProblems found) {
        String names = guesses.stream().map(DeviceModel::fullName).collect(Collectors.joining(" or "));
        found.ask(
                MODEL,
                guesses.isEmpty()
                        ? "Which model is it?"
                        : "By its "
                                + (guesses.size() == 1
                                        ? "address or serial it is a " + names
                                        : "address it is " + names)
                                + ".",
                guesses.size() == 1 ? "Is that right?" : "Choose one.",
                "model:" + guesses.stream().map(DeviceModel::id).collect(Collectors.joining(",")),
                offers(guesses.isEmpty() ? models : guesses));
    }

    /** An address that no device of this maker has had is more often a misread label than a new series. */
    private static void askAboutMaker(
            DeviceModel said, MacAddress mac, Collection<DeviceModel> models, RowProblems found) {
        List<DeviceModel> recorded =
                models.stream().filter(m -> !m.macPrefixes().isEmpty()).toList();
        List<String> makers = recorded.stream()
                .filter(m -> m.macPrefixes().stream().anyMatch(mac.compact()::startsWith))
                .map(DeviceModel::maker)
                .distinct()
                .toList();
        boolean onRecord = recorded.stream().anyMatch(m -> m.maker().equals(said.maker()));
        if (!onRecord || makers.contains(said.maker())) {
            return;
        }
        found.ask(
                IntakeColumn.DEVICE,
                makers.isEmpty()
                        ? "No maker on record has addresses that begin with "
                                + mac.toString().substring(0, 8) + "."
                        : "Addresses that begin with " + mac.toString().substring(0, 8) + " are "
                                + String.join("’s or ", makers) + "’s, not " + said.maker() + "’s.",
                "Read the label again: is it this address, and a " + said.fullName() + "?",
                IntakeCheck.MAKER + said.maker(),
                List.of(new Offer(IntakeCheck.LABEL_SAYS_SO, "the label says so")));
    }

    /** Said, and not refused: prefixes are what makers usually do. */
    private static void contradiction(
            DeviceModel said,
            Optional<MacAddress> mac,
            String serial,
            Collection<DeviceModel> models,
            RowProblems found) {
        List<DeviceModel> guesses = guesses(mac, serial, models);
        if (!guesses.isEmpty() && !guesses.contains(said)) {
            found.notes.add("by its address or serial it would be a "
                    + guesses.stream().map(DeviceModel::fullName).collect(Collectors.joining(" or ")));
        }
    }

    private static List<DeviceModel> named(String text, Collection<DeviceModel> models) {
        Optional<DeviceModel> exact = byId(text, models);
        if (exact.isPresent()) {
            return List.of(exact.get());
        }
        String plain = plain(text);
        return models.stream()
                .filter(m -> plain(m.fullName()).equals(plain)
                        || plain(m.name()).equals(plain)
                        || plain(m.maker()).equals(plain))
                .toList();
    }

    private static Optional<DeviceModel> byId(String id, Collection<DeviceModel> models) {
        return models.stream().filter(m -> m.id().equals(id)).findFirst();
    }

    private static List<Offer> offers(Collection<DeviceModel> models) {
        return models.stream()
                .filter(m -> m.kind() != DeviceKind.SOFTPHONE) // a program has no MAC, and is handed over
                .map(m -> new Offer(m.id(), m.fullName()))
                .toList();
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
    }
}
