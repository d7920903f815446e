package jordfell.core.ground;

import java.util.List;
import java.util.Locale;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.FirmwareFitness;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** What somebody writes of a model that is there; lists are separated by commas or blanks. */
public record ModelWish(
        int lines,
        int keys,
        int pages,
        int sidecarKeys,
        int ports,
        int phonebook,
        int passwordField,
        int labelField,
        @Nullable String macPrefixes,
        @Nullable String serialPrefixes,
        @Nullable String transports,
        @Nullable String codecs,
        @Nullable String firmwareLowest,
        @Nullable String firmwareRecommended,
        @Nullable String firmwareBlocked,
        @Nullable String firmwareSteps) {

    static final int MOST_LINES = 64;
    static final int MOST_KEYS = 500;

    /** The model that it makes of this one with this version, or all that is wrong. */
    public Checked<ModelSheet> checked(ModelSheet before, long version) {
        FieldProblems problems = new FieldProblems();
        problems.between(lines, 1, MOST_LINES, "lines", "number of lines");
        problems.between(keys, 0, MOST_KEYS, "keys", "number of keys");
        problems.between(pages, 1, 20, "pages", "number of pages");
        problems.between(sidecarKeys, 0, 100, "sidecarKeys", "number of keys");
        problems.between(ports, 0, 64, "ports", "number of sockets");
        problems.between(phonebook, 0, 100_000, "phonebook", "number of entries");
        problems.between(passwordField, 8, 128, "passwordField", "password field");
        problems.between(labelField, 4, 128, "labelField", "label field");
        List<String> macs = macs(problems);
        List<String> serials = listed(serialPrefixes).stream()
                .map(s -> s.toUpperCase(Locale.ROOT))
                .toList();
        String ways = problems.text(transports, "transports", "list", 60);
        String speech = problems.text(codecs, "codecs", "list", 200);
        FirmwareRules firmware = firmware(problems);
        DeviceModel m = before.model();
        return problems.otherwise(() -> new ModelSheet(
                new DeviceModel(
                        m.id(),
                        m.maker(),
                        m.name(),
                        m.kind(),
                        m.family(),
                        lines,
                        keys,
                        pages,
                        sidecarKeys,
                        passwordField,
                        labelField,
                        macs,
                        serials),
                ports,
                phonebook,
                ways,
                speech,
                firmware,
                version));
    }

    private List<String> macs(FieldProblems problems) {
        List<String> macs = listed(macPrefixes).stream()
                .map(p -> p.toLowerCase(Locale.ROOT).replaceAll("[:\\-.]", ""))
                .toList();
        macs.stream()
                .filter(p -> !p.matches("[0-9a-f]{2,11}"))
                .forEach(p ->
                        problems.add("macPrefixes", "“" + p + "” is not the beginning of a MAC.", "Such as 02-4B-7A."));
        return macs;
    }

    private FirmwareRules firmware(FieldProblems problems) {
        String lowest = text(firmwareLowest);
        String recommended = text(firmwareRecommended);
        List<String> blocked = listed(firmwareBlocked);
        List<String> steps = listed(firmwareSteps);
        if (!lowest.isEmpty()) {
            version(lowest, "firmwareLowest", problems);
        }
        if (!recommended.isEmpty()) {
            version(recommended, "firmwareRecommended", problems);
        }
        blocked.forEach(v -> version(v, "firmwareBlocked", problems));
        steps.forEach(v -> version(v, "firmwareSteps", problems));
        if (blocked.contains(recommended)) {
            problems.add(
                    "firmwareRecommended",
                    recommended + " is blocked too.",
                    "Recommend another, or take it off the blocked ones.");
        }
        return new FirmwareRules(lowest, recommended, String.join(",", blocked), String.join(",", steps));
    }

    private static void version(String version, String field, FieldProblems problems) {
        if (!version.matches("[0-9]+(\\.[0-9]+){0,4}")) {
            problems.add(field, "“" + version + "” is no version.", "Numbers with dots, such as 2.4.1.");
        }
    }

    private static List<String> listed(@Nullable String text) {
        return FirmwareFitness.listed(text(text));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
