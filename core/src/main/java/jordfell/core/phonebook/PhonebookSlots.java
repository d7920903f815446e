package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.identity.MacAddress;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.SettingType;
import jordfell.core.settings.SettingsCatalogue;

/** Which phonebooks a device is given by its settings, and under which names it fetches them. */
public final class PhonebookSlots {

    private static final Pattern FILE = Pattern.compile("([0-9a-f]{12})\\.book-([1-9])");

    /**
     * A slot that has something.
     *
     * @param position from 1
     * @param setting its key
     * @param value the name of a phonebook, or an address from which the phone fetches one itself
     * @param called what stands above it on the phone; empty for the phonebook’s own name
     */
    public record Slot(int position, String setting, String value, String called) {

        public boolean isElsewhere() {
            return SettingType.Book.isElsewhere(value);
        }

        /** What stands above a phonebook of this name in it. */
        public String title(String name) {
            return called.isEmpty() ? name : called;
        }
    }

    private PhonebookSlots() {}

    /**
     * The slots of a device that have something.
     *
     * @param understood settings that its family’s files have a place for: a slot without one does not exist on it
     */
    public static List<Slot> of(ResolvedSettings settings, Set<String> understood) {
        List<Slot> slots = new ArrayList<>();
        for (String key : SettingsCatalogue.PHONEBOOKS) {
            String value = settings.value(key);
            if (!value.isEmpty() && understood.contains(key)) {
                slots.add(new Slot(
                        SettingsCatalogue.PHONEBOOKS.indexOf(key) + 1,
                        key,
                        value,
                        settings.value(key + SettingsCatalogue.CALLED)));
            }
        }
        return List.copyOf(slots);
    }

    /** What a phone fetches for the phonebook of a slot, from where it fetches its configuration. */
    public static String file(MacAddress mac, int position) {
        return mac.compact() + "." + part(position);
    }

    /** What stands in a configuration: a phone puts its own MAC and a dot before it, so that another box takes the same file. */
    private static String part(int position) {
        return "book-" + position;
    }

    /**
     * What stands in a configuration for each slot, in place of the phonebook’s name.
     *
     * @param names phonebooks that there are; a slot that names another one is left empty
     */
    public static Map<String, String> written(List<Slot> slots, Set<String> names) {
        Map<String, String> written = new HashMap<>();
        slots.stream()
                .filter(slot -> !slot.isElsewhere())
                .forEach(
                        slot -> written.put(slot.setting(), names.contains(slot.value()) ? part(slot.position()) : ""));
        return written;
    }

    /** The slot whose phonebook is asked for by a file of this name; empty for any other file. */
    public static Optional<Integer> slotOf(String file) {
        Matcher matcher = FILE.matcher(file);
        return matcher.matches() ? Optional.of(Integer.parseInt(matcher.group(2))) : Optional.empty();
    }
}
