package jordfell.server.device;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.Device;
import jordfell.core.formula.Vocabulary;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlan;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.BookFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.KeyFacts;
import jordfell.core.path.DeviceFacts.LampFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.SentOn;
import jordfell.core.path.DeviceFacts.UnfitKey;
import jordfell.core.phonebook.PhonebookSlots;
import jordfell.core.phonebook.PhonebookSlots.Slot;
import jordfell.core.release.Revision;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialect;
import jordfell.core.render.Station;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.server.records.EditionStore.Published;
import jordfell.server.records.Extension;

/** Works out what follows from the records of a device: its settings, keys, configuration, and what its path needs to know. */
final class Assembly {

    private Assembly() {}

    static Assembled of(LoadedDevice loaded) {
        Device device = loaded.device();
        Map<String, Map<String, String>> known = FormulaNames.ofDevice(device, loaded.domain(), loaded.site());
        ResolvedSettings settings = resolve(Scope.DEVICE, loaded.layers(), List.of(), FormulaNames.values(known));
        List<Assembled.Line> lines =
                loaded.lines().stream().map(line -> line(loaded, line, known)).toList();
        KeyBank bank = device.model().bank(whole(settings.value(SettingsCatalogue.SIDECARS), 0));
        KeyPlan keys = loaded.keys().stream().allMatch(w -> w.wishes().isEmpty())
                ? KeyPlan.NONE
                : KeyPlan.of(loaded.keys(), bank, loaded.people(), numbers(lines));
        List<String> problems = problems(loaded, settings, lines);
        boolean complete = problems.isEmpty()
                && !lines.isEmpty()
                && lines.stream().allMatch(l -> l.extension().isPresent());
        Optional<Dialect> dialect = loaded.dialect();
        List<Slot> slots =
                PhonebookSlots.of(settings, dialect.map(Dialect::understood).orElse(Set.of()));
        ResolvedSettings sent =
                settings.with(PhonebookSlots.written(slots, loaded.books().keySet()));
        Optional<DeviceConfig> writable = complete ? Optional.of(config(loaded, sent, lines, keys)) : Optional.empty();
        Optional<DeviceConfig> config = writable.filter(c -> dialect.isPresent());
        Optional<String> text = config.flatMap(c -> dialect.map(d -> d.render(c)));
        return new Assembled(
                device,
                loaded.domain(),
                loaded.site(),
                loaded.layers(),
                settings,
                lines,
                bank,
                keys,
                notes(loaded, bank, keys, settings, lines, slots),
                dialect,
                writable,
                config,
                text,
                loaded.holds(),
                facts(
                        loaded,
                        settings,
                        lines,
                        keys(loaded.device().model(), dialect, bank, keys),
                        books(loaded, settings, slots),
                        text.map(Revision::of),
                        ofFile(loaded, problems)));
    }

    /** What of it is wrong with a file: for a device that is set by hand nobody misses one. */
    private static List<String> ofFile(LoadedDevice loaded, List<String> problems) {
        if (loaded.device().byHand()) {
            return List.of();
        }
        if (loaded.dialect().isPresent()) {
            return problems;
        }
        List<String> all = new ArrayList<>(problems);
        all.add("The family " + loaded.device().model().family()
                + " has no body that can be written; mend it under Settings, Families.");
        return all;
    }

    private static DeviceFacts facts(
            LoadedDevice loaded,
            ResolvedSettings settings,
            List<Assembled.Line> lines,
            KeyFacts keys,
            List<BookFacts> books,
            Optional<Revision> current,
            List<String> problems) {
        Device device = loaded.device();
        return new DeviceFacts(
                device.id(),
                device.mac(),
                device.claim(),
                device.standing(),
                device.label(),
                device.model(),
                loaded.site().name(),
                device.enrolledAt(),
                device.enrolledBy(),
                loaded.domain(),
                lines.stream().map(line -> lineFacts(loaded, line)).toList(),
                problems,
                current,
                loaded.released(),
                current.equals(loaded.released().map(DeviceFacts.ReleaseFacts::revision))
                        ? Optional.empty()
                        : loaded.heldBack(),
                Duration.ofSeconds(whole(settings.value(SettingsCatalogue.CHECK_EVERY), 900)),
                device.byHand(),
                loaded.beside(),
                keys,
                books);
    }

    private static List<String> notes(
            LoadedDevice loaded,
            KeyBank bank,
            KeyPlan keys,
            ResolvedSettings settings,
            List<Assembled.Line> lines,
            List<Slot> slots) {
        List<String> notes = new ArrayList<>(
                ModelLimits.notes(loaded.device().model(), bank, keys, loaded.dialect(), settings, lines));
        slots.stream()
                .filter(slot -> !slot.isElsewhere() && !loaded.books().containsKey(slot.value()))
                .forEach(slot -> notes.add("Phonebook " + slot.position() + " stays empty: "
                        + loaded.domain().name() + " has no phonebook “" + slot.value() + "”."));
        return notes;
    }

    /** Phonebooks that it is given from here. */
    private static List<BookFacts> books(LoadedDevice loaded, ResolvedSettings settings, List<Slot> slots) {
        Duration every = Duration.ofSeconds(whole(settings.value(SettingsCatalogue.PHONEBOOK_EVERY), 86_400));
        return slots.stream()
                .filter(slot -> loaded.books().containsKey(slot.value()))
                .map(slot -> {
                    Optional<Published> newest =
                            loaded.books().get(slot.value()).newest();
                    return new BookFacts(
                            slot.position(),
                            slot.value(),
                            newest.map(Published::edition).orElse(""),
                            newest.map(Published::at).orElse(loaded.device().enrolledAt()),
                            every);
                })
                .toList();
    }

    /** The lamps that it has, and all that is wished for and that its model can't have. */
    private static KeyFacts keys(DeviceModel model, Optional<Dialect> dialect, KeyBank bank, KeyPlan keys) {
        if (dialect.isEmpty()) {
            return KeyFacts.NONE; // that its family can’t be written is told by itself
        }
        boolean hasKeys = dialect.get().understandsKeys();
        String why = hasKeys
                ? "the " + model.fullName() + " has " + count(bank.size())
                : "the configuration of the " + model.fullName() + " has no keys";
        Stream<UnfitKey> misfits = keys.misfits().stream()
                .map(key -> new UnfitKey("key " + key.position(), key.kind(), key.target(), key.label(), why));
        if (!hasKeys) {
            Stream<UnfitKey> placed = keys.placed().stream()
                    .map(key -> new UnfitKey(key.place().toString(), key.kind(), key.target(), key.label(), why));
            return new KeyFacts(List.of(), Stream.concat(placed, misfits).toList());
        }
        List<LampFacts> lamps = keys.placed().stream()
                .filter(key -> key.kind() == KeyKind.BLF)
                .map(key -> new LampFacts(key.place().toString(), key.target(), key.label()))
                .toList();
        return new KeyFacts(lamps, misfits.toList());
    }

    private static String count(int keys) {
        return keys == 1 ? "one key" : keys + " keys";
    }

    private static Assembled.Line line(
            LoadedDevice loaded, LoadedDevice.Line line, Map<String, Map<String, String>> known) {
        Map<String, Map<String, String>> all = new HashMap<>(known);
        all.putAll(FormulaNames.ofLine(line.position(), line.extension(), line.person()));
        return new Assembled.Line(
                line.position(),
                line.extension(),
                line.layers(),
                resolve(Scope.LINE, loaded.layers(), line.layers(), FormulaNames.values(all)));
    }

    private static ResolvedSettings resolve(
            Scope scope, List<OwnedLayer> ofDevice, List<OwnedLayer> ofLine, Vocabulary.Values values) {
        List<Layer> layers = new ArrayList<>(ofDevice.size() + ofLine.size());
        ofDevice.forEach(l -> layers.add(l.layer()));
        ofLine.forEach(l -> layers.add(l.layer()));
        return SettingsResolver.resolve(scope, layers, values);
    }

    private static DeviceConfig config(
            LoadedDevice loaded, ResolvedSettings settings, List<Assembled.Line> lines, KeyPlan keys) {
        List<Station> stations = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            Assembled.Line line = lines.get(i);
            Extension extension = line.extension().orElseThrow();
            stations.add(new Station(
                    line.position(),
                    extension.number(),
                    extension.authUser(),
                    loaded.lines().get(i).password(),
                    line.settings()));
        }
        Device device = loaded.device();
        return new DeviceConfig(
                device.label(), device.mac().map(MacAddress::compact).orElse(""), stations, settings, keys.placed());
    }

    private static List<String> problems(LoadedDevice loaded, ResolvedSettings settings, List<Assembled.Line> lines) {
        List<String> problems = new ArrayList<>();
        settings.problems().forEach(s -> problems.add(sentence(s)));
        lines.stream()
                .flatMap(line -> line.settings().problems().stream())
                .map(Assembly::sentence)
                .filter(s -> !problems.contains(s))
                .forEach(problems::add);
        problems.addAll(ModelLimits.problems(loaded.device().model(), loaded.transports(), lines));
        return problems;
    }

    private static String sentence(ResolvedSetting s) {
        return s.setting().label() + ": " + s.problem().orElseThrow();
    }

    private static List<String> numbers(List<Assembled.Line> lines) {
        return lines.stream()
                .flatMap(l -> l.extension().stream())
                .map(Extension::number)
                .toList();
    }

    private static LineFacts lineFacts(LoadedDevice loaded, Assembled.Line line) {
        return new LineFacts(
                line.position(),
                line.extension().map(e -> new ExtensionFacts(e.id(), e.number(), e.authUser(), e.displayName())),
                line.settings().value(SettingsCatalogue.REGISTRAR),
                whole(line.settings().value(SettingsCatalogue.EXPIRY), 3_600),
                divertedTo(loaded, line).or(() -> forwarded(loaded, line)));
    }

    /** The registrar sends its calls on before the phone could. */
    private static Optional<SentOn> divertedTo(LoadedDevice loaded, Assembled.Line line) {
        return loaded.lines().stream()
                .filter(l -> l.position() == line.position())
                .flatMap(l -> l.divertedTo().stream())
                .findFirst()
                .map(to -> new SentOn(
                        to, "extension " + line.extension().orElseThrow().number(), false));
    }

    /** The phone sends them on itself, if its family’s files can say so. */
    private static Optional<SentOn> forwarded(LoadedDevice loaded, Assembled.Line line) {
        return loaded.dialect()
                .filter(d -> d.understood().contains(SettingsCatalogue.FORWARD_ALWAYS))
                .map(d -> line.settings().get(SettingsCatalogue.FORWARD_ALWAYS))
                .flatMap(setting -> setting.value()
                        .filter(to -> !to.isEmpty())
                        .map(to -> new SentOn(
                                to,
                                "a setting of "
                                        + setting.winner().map(LayerWord::name).orElse("its model"),
                                true)));
    }

    private static int whole(String text, int otherwise) {
        return text.matches("[0-9]{1,9}") ? Integer.parseInt(text) : otherwise;
    }
}
