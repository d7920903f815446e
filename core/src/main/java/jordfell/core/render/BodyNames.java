package jordfell.core.render;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.render.BodyName.Place;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingType;
import jordfell.core.settings.SettingsCatalogue;

/** Every name that a family's body may write. */
public final class BodyNames {

    public static final String STATIONS = "stations";
    public static final String KEYS = "keys";
    static final String PASSWORD = "password";

    /** Begins the name of a section that is written only if a yes-or-no setting is yes. */
    static final String IF = "if.";

    private static final List<BodyName> ALL = build();
    private static final Map<String, List<BodyName>> BY_NAME =
            ALL.stream().collect(Collectors.groupingBy(BodyName::name));
    /** What each name means at a place; those that mean something anywhere are at every place. */
    private static final Map<Place, Map<String, BodyName>> BY_PLACE = byPlace();

    private BodyNames() {}

    public static List<BodyName> all() {
        return ALL;
    }

    /** What the name means at a place, where names that mean something anywhere do too. */
    static Optional<BodyName> find(String name, Place place) {
        return Optional.ofNullable(BY_PLACE.get(place).get(name));
    }

    /** Whether there is such a name at another place than where it was looked for. */
    static Optional<Place> elsewhere(String name) {
        return BY_NAME.getOrDefault(name, List.of()).stream()
                .map(BodyName::place)
                .findFirst();
    }

    private static Map<Place, Map<String, BodyName>> byPlace() {
        Map<Place, Map<String, BodyName>> byPlace = new EnumMap<>(Place.class);
        for (Place place : Place.values()) {
            Map<String, BodyName> names = new HashMap<>();
            ALL.stream().filter(n -> n.place() == Place.ANYWHERE).forEach(n -> names.put(n.name(), n));
            ALL.stream().filter(n -> n.place() == place).forEach(n -> names.put(n.name(), n));
            byPlace.put(place, names);
        }
        return byPlace;
    }

    private static List<BodyName> build() {
        List<BodyName> names = new ArrayList<>();
        add(names, Place.ANYWHERE, "label", "The device’s label.");
        add(names, Place.ANYWHERE, "mac", "The MAC as twelve hexadecimal digits in lower case.");
        add(names, Place.STATION, "position", "The line’s position, from 1.");
        add(names, Place.STATION, "number", "The extension.");
        add(names, Place.STATION, "authUser", "The authentication user.");
        add(names, Place.STATION, PASSWORD, "The SIP password.");
        add(names, Place.STATION, "more", "A section that is written unless it is the last line.");
        add(names, Place.KEY, "position", "The key’s position, from 1 and on over pages and sidecars.");
        add(names, Place.KEY, "page", "The page it is on.");
        add(names, Place.KEY, "slot", "Its place on its page or sidecar.");
        add(names, Place.KEY, "sidecar", "Which sidecar it is on; 0 for the phone itself.");
        add(
                names,
                Place.KEY,
                "kind",
                "What it does: line, blf, speed-dial, park, transfer, intercom, voicemail, directory, page.");
        add(names, Place.KEY, "target", "Whom or what it concerns.");
        add(names, Place.KEY, "caption", "What stands beside it.");
        add(names, Place.KEY, "more", "A section that is written unless it is the last key.");
        SettingsCatalogue.all().forEach(setting -> {
            boolean line = setting.scope() == Scope.LINE;
            Place place = line ? Place.STATION : Place.ANYWHERE;
            String name = (line ? "line." : "setting.") + setting.key();
            names.add(new BodyName(name, place, Optional.of(setting), setting.label() + ". " + setting.purpose()));
            if (setting.type() instanceof SettingType.YesNo) {
                names.add(new BodyName(
                        IF + setting.key(),
                        place,
                        Optional.of(setting),
                        "A section that is written only if " + setting.label() + " is yes."));
            }
        });
        return List.copyOf(names);
    }

    private static void add(List<BodyName> names, Place place, String name, String purpose) {
        names.add(new BodyName(name, place, Optional.empty(), purpose));
    }
}
