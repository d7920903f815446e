package jordfell.server.templates;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.release.ConfigDiff;
import jordfell.core.render.Dialect;
import jordfell.core.render.MarkedFile;
import jordfell.core.render.SecretMask;
import jordfell.core.settings.Setting;
import jordfell.server.device.Assembled;
import jordfell.server.history.EpisodeStore;
import jordfell.server.records.ReleaseStore;
import org.springframework.stereotype.Component;

/** The file that one device would be sent, line by line against the one that it has or was released; secrets as dots. */
@Component
class FilePreviews {

    static final String DOTS = "••••••••••••";

    /** Where a value stands in a line of the file. */
    record SpotView(int from, int to, String name, String key) {}

    /** One line of the file, told apart from the earlier one; spots of lines that are to be sent. */
    record FileLine(ConfigDiff.Change change, String text, List<SpotView> spots) {}

    /**
     * The file a device would be sent, secrets as dots.
     *
     * @param against what it is told apart from: the file on the phone, or the one in the last release
     * @param onPhone the revision that it fetched last, empty if none
     */
    record FilePreview(
            String fileName,
            String revision,
            String released,
            String onPhone,
            String against,
            List<FileLine> lines,
            List<String> problems,
            List<String> notes) {}

    private final ReleaseStore releases;
    private final EpisodeStore observations;

    FilePreviews(ReleaseStore releases, EpisodeStore observations) {
        this.releases = releases;
        this.observations = observations;
    }

    /** @param against {@code release} for the file of the last release; any other for the one on the phone */
    FilePreview of(Assembled device, String against) {
        long id = device.device().id();
        Optional<Dialect> dialect = device.dialect();
        MarkedFile now = device.config()
                .flatMap(c -> dialect.map(d -> d.renderMarked(c.withoutSecrets())))
                .orElse(new MarkedFile("", List.of()));
        Optional<ConfigRequested> fetched = observations.lastServed(id);
        Optional<ReleaseStore.Released> earlier = against.equals("release")
                ? releases.shownBody(
                        id,
                        device.facts().released().map(r -> r.revision().id()).orElse(""))
                : fetched.flatMap(r -> releases.shownBody(id, r.revision()));
        return new FilePreview(
                device.device()
                        .mac()
                        .flatMap(mac -> dialect.map(d -> d.family().fileName(mac)))
                        .orElse("a file, once it is claimed"),
                device.facts().current().map(r -> r.brief()).orElse(""),
                device.facts().released().map(r -> r.revision().brief()).orElse(""),
                fetched.map(r -> r.revision().substring(0, 4)).orElse(""),
                against.equals("release") ? "release" : "phone",
                lines(now, earlier.map(e -> masked(e, device)).orElse("")),
                device.facts().problems(),
                device.notes());
    }

    private static List<FileLine> lines(MarkedFile now, String before) {
        Map<Integer, List<SpotView>> spots = new HashMap<>();
        now.spots()
                .forEach(spot -> spots.computeIfAbsent(spot.line(), k -> new ArrayList<>())
                        .add(new SpotView(
                                spot.from(),
                                spot.to(),
                                spot.name().name(),
                                spot.name().setting().map(Setting::key).orElse(""))));
        List<ConfigDiff.Line> told = before.isEmpty()
                ? now.text()
                        .lines()
                        .map(l -> new ConfigDiff.Line(ConfigDiff.Change.SAME, l))
                        .toList()
                : ConfigDiff.between(before, now.text());
        List<FileLine> lines = new ArrayList<>();
        int line = 0;
        for (ConfigDiff.Line one : told) {
            boolean present = one.change() != ConfigDiff.Change.REMOVED;
            lines.add(
                    new FileLine(one.change(), one.text(), present ? spots.getOrDefault(line, List.of()) : List.of()));
            line += present ? 1 : 0;
        }
        return lines;
    }

    /** A released file with its secrets as dots; one that is not the present one stays told apart. */
    private static String masked(ReleaseStore.Released file, Assembled device) {
        List<String> present = Stream.concat(
                        device.config().stream()
                                .flatMap(c -> c.stations().stream())
                                .map(s -> s.password()),
                        device.settings().all().stream()
                                .filter(s -> s.setting().isSecret())
                                .flatMap(s -> s.value().stream()))
                .map(secret -> escaped(secret, device))
                .toList();
        List<String> known = Stream.concat(
                        present.stream(), file.values().stream().map(secret -> escaped(secret, device)))
                .toList();
        return SecretMask.mask(
                file.body(),
                file.secrets(),
                known,
                secret -> present.contains(secret) ? DOTS : DOTS + " (an earlier one)");
    }

    private static String escaped(String secret, Assembled device) {
        return device.dialect().map(d -> d.family().escaping().escape(secret)).orElse(secret);
    }
}
