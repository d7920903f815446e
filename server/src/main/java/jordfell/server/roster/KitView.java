package jordfell.server.roster;

import java.util.List;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.roster.Block;
import jordfell.core.roster.Kit;
import org.jspecify.annotations.Nullable;

/** A kit; blockFirst is 0 for any block. */
record KitView(
        long id,
        String name,
        int blockFirst,
        String block,
        int contactLimit,
        boolean outside,
        String permissionClass,
        int pinDigits,
        List<KitDeviceForm> devices,
        String displayName,
        String authUser,
        String outgoing,
        long version) {

    record KitDeviceForm(
            DeviceKind kind,
            @Nullable String modelId,
            @Nullable Long templateId) {}

    static KitView of(Kit kit, long version) {
        return new KitView(
                kit.id(),
                kit.name(),
                kit.block().map(Block::first).orElse(0),
                kit.block().map(b -> b.purpose() + " " + b).orElse("any block"),
                kit.contactLimit(),
                kit.outside(),
                kit.permissionClass(),
                kit.pinDigits(),
                kit.devices().stream()
                        .map(d -> new KitDeviceForm(
                                d.kind(),
                                d.modelId().orElse(null),
                                d.templateId().orElse(null)))
                        .toList(),
                kit.formulas().displayName(),
                kit.formulas().authUser(),
                kit.formulas().outgoing(),
                version);
    }
}
