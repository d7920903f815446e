package jordfell.server.ground;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.settings.LayerKind;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.DialectBook;
import jordfell.server.problem.Checked;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceCounts;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.ModelStore.Feature;
import jordfell.server.records.ModelStore.Firmware;
import jordfell.server.records.ModelStore.ModelSheet;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Models: what they can hold, which firmware is right, and what was found out about their features. */
@RestController
@RequestMapping(path = "/api/models", produces = "application/json")
class ModelController {

    /** What a model of which nothing is known is taken to hold. */
    private static final int GENERIC_PASSWORD_FIELD = 32;

    private static final int GENERIC_LABEL_FIELD = 20;
    private static final String VERSION = "[0-9]+(\\.[0-9]+){0,4}";

    record FeatureView(String feature, ModelStore.Verdict verdict, String note, Instant notedAt, String notedBy) {}

    /** A model as it is shown and as it is wished for; lists are separated by commas or blanks. */
    record ModelForm(
            @Nullable String id,
            @Nullable String name,
            @Nullable DeviceKind kind,
            @Nullable String family,
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
            @Nullable String firmwareSteps,
            List<FeatureView> features,
            long devices,
            long version) {}

    record ModelWish(
            @Nullable String maker,
            @Nullable String name,
            @Nullable DeviceKind kind,
            @Nullable String family,
            int lines,
            int keys) {}

    record MadeModel(String id) {}

    record FeatureWish(
            @Nullable String feature,
            ModelStore.@Nullable Verdict verdict,
            @Nullable String note) {}

    private final ModelStore store;
    private final DialectBook dialects;
    private final DeviceStore devices;
    private final DeviceCounts counts;
    private final InstantSource clock;
    private final Acts acts;

    ModelController(
            ModelStore store,
            DialectBook dialects,
            DeviceStore devices,
            DeviceCounts counts,
            InstantSource clock,
            Acts acts) {
        this.store = store;
        this.dialects = dialects;
        this.devices = devices;
        this.counts = counts;
        this.clock = clock;
        this.acts = acts;
    }

    @GetMapping
    List<ModelForm> models() {
        return store.sheets().stream().map(this::view).toList();
    }

    /** Adds a model that nobody supports yet, with the usual sizes; what it holds is put right afterwards. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    MadeModel add(@RequestBody ModelWish wish) {
        String maker = Checked.needed(wish.maker(), "maker", "maker", 60);
        String name = Checked.needed(wish.name(), "name", "name", 60);
        String id = (maker + "-" + name).toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        if (store.find(id).isPresent()) {
            throw RefusedException.field("/name", "There is a " + maker + " " + name + " already.", "Open that one.");
        }
        String family = wish.family() == null ? "" : wish.family();
        if (!family.isEmpty() && dialects.find(family).isEmpty()) {
            throw RefusedException.field(
                    "/family",
                    "There is no family “" + family + "” that can be written.",
                    "Choose or write one, or none for a model that is set by hand.");
        }
        DeviceModel model = new DeviceModel(
                id,
                maker,
                name,
                Optional.ofNullable(wish.kind()).orElse(DeviceKind.DESK_PHONE),
                family,
                Checked.between(wish.lines(), 1, 64, "lines", "number of lines"),
                Checked.between(wish.keys(), 0, 500, "keys", "number of keys"),
                GENERIC_PASSWORD_FIELD,
                GENERIC_LABEL_FIELD);
        acts.act(x -> "added model " + model.fullName(), recording -> {
            store.add(model);
            recording.made(Kept.MODEL, id);
            return id;
        });
        return new MadeModel(id);
    }

    @PutMapping("/{id}")
    void change(@PathVariable String id, @RequestBody ModelForm wish) {
        ModelSheet after = sheet(get(id), wish);
        acts.act(x -> "changed model " + after.model().fullName(), recording -> {
            recording.changing(Kept.MODEL, id);
            if (!store.change(after)) {
                throw RefusedException.changedMeanwhile("model");
            }
            return id;
        });
    }

    /** Whom the change would touch: devices that have more lines than the model would, passwords that would be cut. */
    @PostMapping("/{id}/impact")
    Impact impact(@PathVariable String id, @RequestBody ModelForm wish) {
        ModelSheet before = get(id);
        ModelSheet after = sheet(before, wish);
        List<String> sentences = new ArrayList<>();
        List<String> crowded = counts.withMoreLines(id, after.model().lines());
        if (!crowded.isEmpty()) {
            sentences.add(String.join(", ", crowded) + (crowded.size() == 1 ? " has" : " have")
                    + " more lines than that, and can’t be released any more.");
        }
        List<Long> all = devices.under(LayerKind.MODEL, id);
        if (after.model().passwordField() < before.model().passwordField()) {
            sentences.add("Passwords longer than " + after.model().passwordField()
                    + " characters are cut by this model; those that its " + all.size()
                    + " devices have stay as they are.");
        }
        return new Impact(all.size(), sentences, List.of());
    }

    /** Notes how a feature does on this model. */
    @PostMapping("/{id}/features")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void note(@PathVariable String id, @RequestBody FeatureWish wish) {
        ModelSheet model = get(id);
        String feature = Checked.needed(wish.feature(), "feature", "feature", 80);
        ModelStore.Verdict verdict = Optional.ofNullable(wish.verdict())
                .orElseThrow(() -> RefusedException.field("/verdict", "How does it do?", "Choose one."));
        String note = Checked.text(wish.note(), "note", "note", 500);
        acts.act(
                x -> "noted " + feature + " on " + model.model().fullName() + ": "
                        + verdict.name().toLowerCase(Locale.ROOT),
                recording -> {
                    recording.changing(Kept.MODEL, id);
                    store.note(id, new Feature(feature, verdict, note, clock.instant(), Audit.who()));
                    return id;
                });
    }

    private static ModelSheet sheet(ModelSheet before, ModelForm w) {
        List<FieldProblem> problems = new ArrayList<>();
        List<String> macs = list(w.macPrefixes()).stream()
                .map(p -> p.toLowerCase(Locale.ROOT).replaceAll("[:\\-.]", ""))
                .toList();
        macs.stream()
                .filter(p -> !p.matches("[0-9a-f]{2,11}"))
                .forEach(p -> problems.add(new FieldProblem(
                        "/macPrefixes", "“" + p + "” is not the beginning of a MAC.", "Such as 02-4B-7A.")));
        version(w.firmwareLowest(), "firmwareLowest", problems);
        version(w.firmwareRecommended(), "firmwareRecommended", problems);
        list(w.firmwareBlocked()).forEach(v -> version(v, "firmwareBlocked", problems));
        list(w.firmwareSteps()).forEach(v -> version(v, "firmwareSteps", problems));
        if (list(w.firmwareBlocked()).contains(text(w.firmwareRecommended()))) {
            problems.add(new FieldProblem(
                    "/firmwareRecommended",
                    text(w.firmwareRecommended()) + " is blocked too.",
                    "Recommend another, or take it off the blocked ones."));
        }
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        DeviceModel m = before.model();
        return new ModelSheet(
                new DeviceModel(
                        m.id(),
                        m.maker(),
                        m.name(),
                        m.kind(),
                        m.family(),
                        Checked.between(w.lines(), 1, 64, "lines", "number of lines"),
                        Checked.between(w.keys(), 0, 500, "keys", "number of keys"),
                        Checked.between(w.pages(), 1, 20, "pages", "number of pages"),
                        Checked.between(w.sidecarKeys(), 0, 100, "sidecarKeys", "number of keys"),
                        Checked.between(w.passwordField(), 8, 128, "passwordField", "password field"),
                        Checked.between(w.labelField(), 4, 128, "labelField", "label field"),
                        macs,
                        list(w.serialPrefixes()).stream()
                                .map(s -> s.toUpperCase(Locale.ROOT))
                                .toList()),
                Checked.between(w.ports(), 0, 64, "ports", "number of sockets"),
                Checked.between(w.phonebook(), 0, 100_000, "phonebook", "number of entries"),
                Checked.text(w.transports(), "transports", "list", 60),
                Checked.text(w.codecs(), "codecs", "list", 200),
                new Firmware(
                        text(w.firmwareLowest()),
                        text(w.firmwareRecommended()),
                        String.join(",", list(w.firmwareBlocked())),
                        String.join(",", list(w.firmwareSteps()))),
                w.version());
    }

    private static void version(@Nullable String text, String field, List<FieldProblem> problems) {
        String version = text(text);
        if (!version.isEmpty() && !version.matches(VERSION)) {
            problems.add(new FieldProblem(
                    "/" + field, "“" + version + "” is no version.", "Numbers with dots, such as 2.4.1."));
        }
    }

    private ModelForm view(ModelSheet s) {
        DeviceModel m = s.model();
        return new ModelForm(
                m.id(),
                m.fullName(),
                m.kind(),
                m.family(),
                m.lines(),
                m.keys(),
                m.pages(),
                m.sidecarKeys(),
                s.ports(),
                s.phonebook(),
                m.passwordField(),
                m.labelField(),
                String.join(", ", m.macPrefixes()),
                String.join(", ", m.serialPrefixes()),
                s.transports(),
                s.codecs(),
                s.firmware().lowest(),
                s.firmware().recommended(),
                s.firmware().blocked(),
                s.firmware().steps(),
                store.features(m.id()).stream()
                        .map(f -> new FeatureView(f.feature(), f.verdict(), f.note(), f.notedAt(), f.notedBy()))
                        .toList(),
                counts.ofModel(m.id()),
                s.version());
    }

    private ModelSheet get(String id) {
        return store.sheet(id).orElseThrow(() -> RefusedException.notFound("model"));
    }

    private static List<String> list(@Nullable String text) {
        return Arrays.stream(text(text).split("[,\\s]+"))
                .filter(t -> !t.isEmpty())
                .toList();
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
