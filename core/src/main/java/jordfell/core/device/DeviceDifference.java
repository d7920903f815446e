package jordfell.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongFunction;

/** What an edit changes of a device, in words. */
public final class DeviceDifference {

    private DeviceDifference() {}

    /** Each of what differs, with what it was before; none if nothing does. */
    public static List<String> between(Device before, Device after, LongFunction<String> siteName) {
        List<String> changes = new ArrayList<>();
        if (after.siteId() != before.siteId()) {
            changes.add("site " + siteName.apply(before.siteId()) + " → " + siteName.apply(after.siteId()));
        }
        if (!after.model().id().equals(before.model().id())) {
            changes.add(
                    "model " + before.model().fullName() + " → " + after.model().fullName());
        }
        if (!after.template().equals(before.template())) {
            changes.add("template " + template(before) + " → " + template(after));
        }
        if (!after.label().equals(before.label())) {
            changes.add("label “" + before.label() + "” → “" + after.label() + "”");
        }
        if (!after.note().equals(before.note())) {
            changes.add("note “" + after.note() + "”"
                    + (before.note().isEmpty() ? "" : " instead of “" + before.note() + "”"));
        }
        return List.copyOf(changes);
    }

    private static String template(Device device) {
        return device.template().map(Device.TemplateRef::name).orElse("none");
    }
}
