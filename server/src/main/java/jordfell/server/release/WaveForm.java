package jordfell.server.release;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import jordfell.core.waves.WavePlan;
import jordfell.core.waves.WaveRules;
import jordfell.core.waves.WaveWatch;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseService.WaveWish;
import org.jspecify.annotations.Nullable;

/**
 * A wave that is wished for; with neither devices nor a share it takes the rest.
 *
 * @param percent the share of the devices that no earlier wave took
 * @param stopPercent it stops when more than this share of its devices get worse
 */
record WaveForm(
        @Nullable String name,
        @Nullable List<Long> deviceIds,
        @Nullable Integer percent,
        WaveWatch.@Nullable Starts starts,
        @Nullable Instant startsAt,
        @Nullable Integer stopPercent) {

    private static final int USUAL_STOP = 10;

    /** What these are as wishes, or all that won’t do of them. */
    static List<WaveWish> wishes(List<WaveForm> forms) {
        List<WaveRules.Wish> wishes = IntStream.range(0, forms.size())
                .mapToObj(i -> forms.get(i).wish(i))
                .toList();
        RefusedException.ifAny(WaveRules.refuse(wishes));
        return IntStream.range(0, forms.size())
                .mapToObj(i -> new WaveWish(
                        wishes.get(i).name(),
                        forms.get(i).part(),
                        wishes.get(i).starts(),
                        wishes.get(i).startsAt(),
                        wishes.get(i).stopPercent()))
                .toList();
    }

    private WaveRules.Wish wish(int index) {
        return new WaveRules.Wish(
                name == null || name.isBlank() ? "Wave " + (index + 1) : name.strip(),
                Optional.ofNullable(percent),
                deviceIds == null && percent == null,
                starts == null ? WaveWatch.Starts.BY_HAND : starts,
                Optional.ofNullable(startsAt),
                stopPercent == null ? USUAL_STOP : stopPercent);
    }

    private WavePlan.Part part() {
        if (deviceIds != null) {
            return new WavePlan.Part.These(deviceIds);
        }
        return percent == null ? new WavePlan.Part.Rest() : new WavePlan.Part.Share(percent);
    }
}
