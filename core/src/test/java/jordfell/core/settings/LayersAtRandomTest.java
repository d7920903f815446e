package jordfell.core.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import jordfell.core.settings.Setting.Scope;
import org.junit.jupiter.api.Test;

/** However many layers speak, lock and repeat one another: the value is the one that plain reading of the rule gives. */
class LayersAtRandomTest {

    private static final List<String> KEYS =
            List.of(SettingsCatalogue.EXPIRY, SettingsCatalogue.REFRESH, SettingsCatalogue.REGISTRAR);
    private static final Map<String, List<String>> VALUES = Map.of(
            SettingsCatalogue.EXPIRY,
            List.of("60", "120", "3600"),
            SettingsCatalogue.REFRESH,
            List.of("50", "80", "90"),
            SettingsCatalogue.REGISTRAR,
            List.of("voice.example", "other.example", "third.example"));

    private record Said(LayerKind kind, String name, Map<String, String> values, Set<String> locked) {}

    /** Layers lowest first: at most one of each kind but templates, of which there may be a chain. */
    private static List<Said> layers(Random random) {
        List<Said> layers = new ArrayList<>();
        for (LayerKind kind : LayerKind.values()) {
            int count = kind == LayerKind.TEMPLATE ? random.nextInt(4) : random.nextInt(2);
            for (int i = 0; i < count; i++) {
                Map<String, String> values = new HashMap<>();
                Set<String> locked = new HashSet<>();
                for (String key : KEYS) {
                    if (random.nextBoolean()) {
                        List<String> possible = VALUES.get(key);
                        values.put(key, possible.get(random.nextInt(possible.size())));
                        if (random.nextInt(6) == 0) {
                            locked.add(key);
                        }
                    }
                }
                layers.add(new Said(kind, kind + " " + i, values, locked));
            }
        }
        return layers;
    }

    /** The rule as people say it: the lowest that locks, else the highest that speaks. */
    private static Optional<Said> winner(List<Said> lowestFirst, String key) {
        List<Said> speaking =
                lowestFirst.stream().filter(l -> l.values().containsKey(key)).toList();
        return speaking.stream()
                .filter(l -> l.locked().contains(key))
                .findFirst()
                .or(() -> speaking.isEmpty() ? Optional.empty() : Optional.of(speaking.get(speaking.size() - 1)));
    }

    @Test
    void valueIsOfTheLowestThatLocksOrElseOfTheHighestThatSpeaks() {
        Random random = new Random(4);
        for (int round = 0; round < 500; round++) {
            List<Said> said = layers(random);
            List<Layer> shuffled = new ArrayList<>();
            said.forEach(l -> shuffled.add(Layer.of(l.kind(), l.name(), l.values(), l.locked())));
            // The order in which kinds come does not matter; that of a chain of templates does.
            Collections.shuffle(shuffled, new Random(round));
            ResolvedSettings resolved = SettingsResolver.resolve(Scope.LINE, keepingChains(shuffled));
            for (String key : KEYS) {
                ResolvedSetting setting = resolved.get(key);
                Optional<Said> winner = winner(said, key);
                assertThat(setting.winner().map(LayerWord::name))
                        .as("round %d, %s of %s", round, key, said)
                        .isEqualTo(winner.map(Said::name));
                assertThat(setting.value())
                        .isEqualTo(winner.map(w -> w.values().get(key))
                                .or(() -> SettingsCatalogue.find(key)
                                        .orElseThrow()
                                        .usual()));
                assertThat(setting.words())
                        .extracting(LayerWord::name)
                        .containsExactlyElementsOf(said.stream()
                                .filter(l -> l.values().containsKey(key))
                                .map(Said::name)
                                .toList());
            }
        }
    }

    private static List<Layer> keepingChains(List<Layer> shuffled) {
        List<Layer> templates = shuffled.stream()
                .filter(l -> l.kind() == LayerKind.TEMPLATE)
                .sorted((a, b) -> a.name().compareTo(b.name()))
                .toList();
        List<Layer> all = new ArrayList<>(shuffled);
        all.removeIf(l -> l.kind() == LayerKind.TEMPLATE);
        all.addAll(templates);
        return all;
    }
}
