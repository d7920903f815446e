package jordfell.core.render;

import com.samskivert.mustache.Template;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import jordfell.core.settings.SettingsCatalogue;

/** A family's configuration language, ready to be written: its body compiled with its own escaping at every place. */
public final class Dialect {

    private final Family family;
    private final Template body;
    private final Template markedBody;
    private final Set<String> understood;

    private Dialect(Family family) {
        this.family = family;
        this.body = BodyTemplate.compile(family.body(), family.escaping()::escape);
        this.markedBody = BodyTemplate.compile(family.body(), raw -> Marks.escapeWithin(raw, family.escaping()));
        this.understood = understood(family.body());
    }

    /** A dialect, or what is wrong with the family's body. */
    public sealed interface Compiled {
        record Good(Dialect dialect) implements Compiled {}

        /**
         * The body can't be used.
         *
         * @param problems in the order of their lines; at least one that {@link BodyProblem#isGrave() is grave}
         */
        record Bad(List<BodyProblem> problems) implements Compiled {}
    }

    /** Makes a dialect of a family unless its body has a grave problem. */
    public static Compiled of(Family family) {
        List<BodyProblem> problems = BodyCheck.check(family.body(), family.escaping());
        return problems.stream().anyMatch(BodyProblem::isGrave)
                ? new Compiled.Bad(problems)
                : new Compiled.Good(new Dialect(family));
    }

    public Family family() {
        return family;
    }

    /** The file's text. Equal input gives equal text. */
    public String render(DeviceConfig config) {
        return body.execute(BodyContext.of(config));
    }

    /** The same text, with where each value ended up. */
    public MarkedFile renderMarked(DeviceConfig config) {
        Marks marks = new Marks();
        return marks.read(markedBody.execute(BodyContext.of(config).decorated(marks::mark)));
    }

    /** Keys of the settings that its files have a place for. */
    public Set<String> understood() {
        return understood;
    }

    /** Whether its files have a place for programmable keys. */
    public boolean understandsKeys() {
        return family.body().contains("{{#" + BodyNames.KEYS + "}}");
    }

    private static Set<String> understood(String body) {
        Set<String> keys = new HashSet<>();
        BodyWords.in(body)
                .forEach(word -> BodyNames.find(word.name(), word.place())
                        .flatMap(BodyName::setting)
                        .ifPresent(setting -> keys.add(setting.key())));
        // What is said of a slot beside its phonebook stands in the file that is fetched for it.
        for (String slot : SettingsCatalogue.PHONEBOOKS) {
            if (keys.contains(slot)) {
                keys.add(slot + SettingsCatalogue.CALLED);
                keys.add(SettingsCatalogue.PHONEBOOK_ORDER);
            }
        }
        return Set.copyOf(keys);
    }
}
