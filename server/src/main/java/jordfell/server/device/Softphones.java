package jordfell.server.device;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.DeviceLine;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Kit;
import jordfell.server.records.DeviceStore;

/**
 * Makes device records for softphones. A softphone has no MAC; its instance ID is a UUID whose node is a random locally
 * administered address (RFC 9562 §6.10), and that address stands in the record.
 */
public final class Softphones {

    private static final long LOCAL = 0x0200_0000_0000L;
    private static final long RANDOM_BITS = 0x00FF_FFFF_FFFFL;

    /** What is wanted. */
    public record Wish(
            DeviceModel model,
            long siteId,
            Optional<Long> templateId,
            String owner,
            long extensionId,
            Optional<Long> kitId,
            Optional<Long> batchId) {}

    private Softphones() {}

    /** The kit's softphone, or the first there is. */
    public static DeviceModel model(Optional<Kit> kit, List<DeviceModel> models) {
        Optional<String> wanted = kit.flatMap(k -> k.modelFor(DeviceKind.SOFTPHONE));
        return models.stream()
                .filter(m -> m.kind() == DeviceKind.SOFTPHONE)
                .filter(m -> wanted.isEmpty() || wanted.get().equals(m.id()))
                .findFirst()
                .orElseThrow();
    }

    /** Adds the record with its line. */
    public static long add(DeviceStore devices, RandomGenerator random, Wish wish, Instant at, String by) {
        String label = wish.owner() + ", softphone";
        long id = devices.add(new DeviceStore.NewDevice(
                new MacAddress(LOCAL | random.nextLong() & RANDOM_BITS),
                wish.model().id(),
                wish.siteId(),
                wish.templateId(),
                label.length() > 100 ? wish.owner() : label,
                wish.kitId(),
                wish.batchId(),
                at,
                by));
        devices.setLines(id, List.of(new DeviceLine(1, Optional.of(wish.extensionId()))));
        return id;
    }
}
