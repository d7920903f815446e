package jordfell.core.device;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.ground.Site;
import jordfell.core.path.Standing;
import jordfell.core.planning.LocalPorts;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** The extensions that a device's lines are to have, one for each line from 1 on; an empty text is a line without one. */
public record LinesWish(List<@Nullable String> numbers) {

    /** Another device that has an extension. */
    public record Holder(String label, long siteId) {}

    /**
     * An extension of the domain.
     *
     * @param most devices that may have it
     * @param others that have it, this one aside
     */
    public record Choice(long extensionId, int most, List<Holder> others) {}

    /** The lines of this device at its site, or all that is wrong; {@code extensions} finds one by its number. */
    public Checked<List<DeviceLine>> checked(
            Device device, Site site, String domain, Function<String, Optional<Choice>> extensions) {
        FieldProblems problems = new FieldProblems();
        int most = device.model().lines();
        if (numbers.size() > most) {
            problems.add(
                    "numbers/" + most,
                    "The " + device.model().fullName() + " has " + most + (most == 1 ? " line; " : " lines; ")
                            + numbers.size() + " were given.",
                    "Take " + (numbers.size() - most) + " off, or bind them to another device.");
            return problems.otherwise(List::of); // the rest has no place
        }
        if (device.standing() != Standing.IN_USE && !numbers.isEmpty()) {
            problems.add("numbers/0", device.label() + " is out of use.", "Bring it back first.");
        }
        List<DeviceLine> lines = new ArrayList<>();
        Set<String> own = new HashSet<>();
        for (int i = 0; i < numbers.size(); i++) {
            String number =
                    Optional.ofNullable(numbers.get(i)).map(String::strip).orElse("");
            if (!number.isEmpty()) {
                Optional<Choice> choice = extensions.apply(number);
                refuse(number, choice, own.add(number), site, domain, "numbers/" + i, problems);
                lines.add(new DeviceLine(i + 1, choice.map(Choice::extensionId)));
            } else if (device.model().kind() != DeviceKind.ADAPTER) {
                lines.add(DeviceLine.unbound(i + 1)); // an adapter's socket without one has nothing plugged in
            }
        }
        return problems.otherwise(() -> List.copyOf(lines));
    }

    private static void refuse(
            String number,
            Optional<Choice> choice,
            boolean isFirst,
            Site site,
            String domain,
            String field,
            FieldProblems problems) {
        if (!isFirst) {
            problems.add(field, "Two lines of one device can’t both be " + number + ".", "Give another extension.");
        } else if (choice.isEmpty()) {
            problems.add(
                    field,
                    "There is no extension " + number + " in " + domain + ".",
                    "Make it in the Roster, or choose one that exists.");
        } else if (choice.get().others().size() >= choice.get().most()) {
            problems.add(field, isFull(number, choice.get()), "Choose another, or raise its limit in the Roster.");
        } else if (site.behindNat() && site.portBase() != 0) {
            refusePort(site, number, choice.get().others(), field, problems);
        }
    }

    private static String isFull(String number, Choice choice) {
        List<Holder> others = choice.others();
        String holders = others.isEmpty() ? "another device" : others.get(0).label();
        return number + " is on " + holders + (others.size() > 1 ? " and others" : "") + " already, and may be on "
                + choice.most() + (choice.most() == 1 ? " device." : " devices.");
    }

    /** Behind a router, two phones with one local port are mixed up. */
    private static void refusePort(
            Site site, String number, List<Holder> others, String field, FieldProblems problems) {
        Optional<String> noPort = LocalPorts.refuse(site.portBase(), number);
        problems.add(field, noPort, "Change the site’s port rule in Settings.");
        others.stream()
                .filter(other -> noPort.isEmpty() && other.siteId() == site.id())
                .findFirst()
                .ifPresent(holder -> problems.add(
                        field,
                        holder.label() + " has local port " + LocalPorts.of(site.portBase(), number)
                                + " behind the same router.",
                        LocalPorts.ONE_EACH));
    }
}
