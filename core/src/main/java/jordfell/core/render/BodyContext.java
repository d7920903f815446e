package jordfell.core.render;

import com.samskivert.mustache.Mustache;
import java.util.List;
import java.util.function.BiFunction;
import java.util.stream.IntStream;
import jordfell.core.keys.KeyPlan;
import jordfell.core.render.BodyName.Place;
import jordfell.core.settings.ResolvedSettings;
import org.jspecify.annotations.Nullable;

/** What the names of a body stand for, for one device: on the whole, in one of its lines, on one of its keys. */
final class BodyContext implements Mustache.CustomContext {

    private final DeviceConfig config;
    private final @Nullable Station station;
    private final KeyPlan.@Nullable Placed key;
    private final boolean last;
    private final BiFunction<BodyName, String, String> decorate;

    private BodyContext(
            DeviceConfig config,
            @Nullable Station station,
            KeyPlan.@Nullable Placed key,
            boolean last,
            BiFunction<BodyName, String, String> decorate) {
        this.config = config;
        this.station = station;
        this.key = key;
        this.last = last;
        this.decorate = decorate;
    }

    static BodyContext of(DeviceConfig config) {
        return new BodyContext(config, null, null, false, (name, value) -> value);
    }

    /** @param decorate is given every value before it is written */
    BodyContext decorated(BiFunction<BodyName, String, String> decorate) {
        return new BodyContext(config, station, key, last, decorate);
    }

    @Override
    public @Nullable Object get(String name) {
        return switch (name) {
            case BodyNames.STATIONS -> stations();
            case BodyNames.KEYS -> keys();
            case "more" -> !last;
            default -> named(name);
        };
    }

    private @Nullable Object named(String name) {
        Place place = station != null ? Place.STATION : key != null ? Place.KEY : Place.ANYWHERE;
        BodyName known = BodyNames.find(name, place).orElse(null);
        if (known == null) {
            return null;
        }
        String value = Marks.plain(value(known));
        return name.startsWith(BodyNames.IF) ? (Object) value.equals("yes") : decorate.apply(known, value);
    }

    private String value(BodyName name) {
        if (name.setting().isPresent()) {
            ResolvedSettings settings =
                    name.place() == Place.STATION && station != null ? station.settings() : config.settings();
            return settings.value(name.setting().get().key());
        }
        return station != null && name.place() == Place.STATION
                ? of(station, name.name())
                : key != null && name.place() == Place.KEY
                        ? of(key, name.name())
                        : name.name().equals("mac") ? config.mac() : config.label();
    }

    private static String of(Station station, String name) {
        return switch (name) {
            case "position" -> Integer.toString(station.position());
            case "number" -> station.number();
            case "authUser" -> station.authUser();
            default -> station.password();
        };
    }

    private static String of(KeyPlan.Placed key, String name) {
        return switch (name) {
            case "position" -> Integer.toString(key.position());
            case "page" -> Integer.toString(key.place().page());
            case "slot" -> Integer.toString(key.place().slot());
            case "sidecar" -> Integer.toString(key.place().sidecar());
            case "kind" -> key.kind().word();
            case "target" -> key.target();
            default -> key.label();
        };
    }

    private List<BodyContext> stations() {
        List<Station> all = config.stations();
        return IntStream.range(0, all.size())
                .mapToObj(i -> new BodyContext(config, all.get(i), null, i == all.size() - 1, decorate))
                .toList();
    }

    private List<BodyContext> keys() {
        List<KeyPlan.Placed> all = config.keys();
        return IntStream.range(0, all.size())
                .mapToObj(i -> new BodyContext(config, null, all.get(i), i == all.size() - 1, decorate))
                .toList();
    }
}
