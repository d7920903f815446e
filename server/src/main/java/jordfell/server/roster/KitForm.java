package jordfell.server.roster;

import java.util.List;
import jordfell.core.roster.Kit;
import jordfell.core.roster.KitWish;
import org.jspecify.annotations.Nullable;

/** A kit as it is wished for; blockFirst is 0 for any block. */
record KitForm(
        long domainId,
        @Nullable String name,
        int blockFirst,
        int contactLimit,
        boolean outside,
        @Nullable String permissionClass,
        int pinDigits,
        @Nullable List<KitView.KitDeviceForm> devices,
        @Nullable String displayName,
        @Nullable String authUser,
        @Nullable String outgoing,
        long version) {

    KitWish wish() {
        return new KitWish(
                name,
                blockFirst,
                contactLimit,
                outside,
                permissionClass,
                pinDigits,
                devices == null
                        ? List.of()
                        : devices.stream()
                                .map(d -> new KitWish.DeviceWish(d.kind(), d.modelId(), d.templateId()))
                                .toList(),
                new Kit.Formulas(text(displayName), text(authUser), text(outgoing)));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
