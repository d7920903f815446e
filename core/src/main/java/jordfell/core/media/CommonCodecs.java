package jordfell.core.media;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Which codec two ends would agree on (RFC 3264 §5.1, §6.1): whoever calls offers, in its order. */
public final class CommonCodecs {

    private CommonCodecs() {}

    /**
     * What a kind of device can speak: some model with some setting.
     *
     * @param codecs that it offers and takes, best first
     * @param devices how many are of this kind
     */
    public record Kind(String name, List<Codec> codecs, int devices) {}

    /** Two kinds that can't hear each other. */
    public record Deaf(Kind one, Kind other) {}

    /** What is spoken when one calls another. */
    public static Optional<Codec> agreed(List<Codec> caller, List<Codec> called) {
        return caller.stream().filter(called::contains).findFirst();
    }

    /** What a device speaks of what is set for it: its model may lack some; a model of which nothing is known lacks none. */
    public static List<Codec> spoken(List<Codec> set, List<Codec> ofModel) {
        return ofModel.isEmpty() ? set : set.stream().filter(ofModel::contains).toList();
    }

    /** Each pair of kinds, each with itself too, that have no codec in common. */
    public static List<Deaf> deaf(List<Kind> kinds) {
        List<Deaf> deaf = new ArrayList<>();
        for (int i = 0; i < kinds.size(); i++) {
            for (int j = i; j < kinds.size(); j++) {
                Kind one = kinds.get(i);
                Kind other = kinds.get(j);
                boolean isOneAlone = i == j && one.devices() < 2;
                if (!isOneAlone && agreed(one.codecs(), other.codecs()).isEmpty()) {
                    deaf.add(new Deaf(one, other));
                }
            }
        }
        return deaf;
    }
}
