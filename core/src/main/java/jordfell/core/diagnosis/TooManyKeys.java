package jordfell.core.diagnosis;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jordfell.core.path.DeviceFacts.UnfitKey;

/** <em>too-many-keys</em>: keys of its layout that its model can’t have, those for one reason together. */
final class TooManyKeys implements Rule {

    /** Told together in Triage, whatever the models. */
    private static final String NO_SUCH_KEY = "its model has no such key";

    /** More are counted. */
    private static final int MOST_NAMED = 4;

    @Override
    public List<Finding> examine(CaseOf device) {
        Map<String, List<UnfitKey>> byReason = device.facts().keys().unfit().stream()
                .collect(Collectors.groupingBy(UnfitKey::why, LinkedHashMap::new, Collectors.toList()));
        return byReason.entrySet().stream()
                .map(entry -> told(device, entry.getKey(), entry.getValue()))
                .toList();
    }

    private static Finding told(CaseOf device, String why, List<UnfitKey> keys) {
        String count = keys.size() == 1 ? "one key of its layout is" : keys.size() + " keys of its layout are";
        return Finding.certain(
                        Cause.TOO_MANY_KEYS,
                        Character.toUpperCase(why.charAt(0)) + why.substring(1) + ", so " + count + " nowhere on it.")
                .variant(NO_SUCH_KEY)
                .brief(count.replace(" of its layout", "") + " nowhere")
                .detail("What has no place: " + named(keys) + ".")
                .since(device.facts()
                        .released()
                        .map(release -> release.at())
                        .orElse(device.facts().enrolledAt()))
                .shownBy("its model and its key layout: " + why)
                .remedies(Remedy.advice("Move " + (keys.size() == 1 ? "it" : "them")
                        + " to keys that the model has, under Templates, Keys; or give the desk another model."));
    }

    private static String words(UnfitKey key) {
        return key.caption().isEmpty() ? key.place() : key.place() + " (" + key.caption() + ")";
    }

    private static String named(List<UnfitKey> keys) {
        String some = keys.stream().limit(MOST_NAMED).map(TooManyKeys::words).collect(Collectors.joining(", "));
        return keys.size() > MOST_NAMED ? some + " and " + (keys.size() - MOST_NAMED) + " more" : some;
    }
}
