package jordfell.server.provision;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.FirmwareWay;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.catalogue.ModelStore;
import jordfell.server.catalogue.ModelStore.ModelSheet;
import jordfell.server.device.Device;
import jordfell.server.release.ReleaseStore;
import org.springframework.stereotype.Component;

/** Decides which firmware a device is given next on its way to the one that its released configuration names. */
@Component
class Firmware {

    /** What is offered: a version with its bytes, nothing because all is well, or nothing and why. */
    sealed interface Offer {
        @SuppressWarnings("ArrayRecordComponent") // handed on to the response and forgotten
        record Next(String version, byte[] bytes) implements Offer {}

        record AllIsWell() implements Offer {}

        record NoWay(String why) implements Offer {}
    }

    private final ModelStore models;
    private final FirmwareStore files;
    private final ReleaseStore releases;

    Firmware(ModelStore models, FirmwareStore files, ReleaseStore releases) {
        this.models = models;
        this.files = files;
        this.releases = releases;
    }

    /**
     * What a device is offered.
     *
     * @param userAgent what the device says that it is: {@code model/version}
     */
    Offer offer(Device device, String userAgent) {
        String target = releases.latestSnapshot(device.id())
                .map(s -> s.values().getOrDefault(SettingsCatalogue.FIRMWARE, ""))
                .orElse("");
        String installed = userAgent.substring(userAgent.lastIndexOf('/') + 1);
        if (target.isEmpty() || !installed.matches("[0-9]+(\\.[0-9]+)*")) {
            return new Offer.AllIsWell();
        }
        Optional<ModelSheet> sheet = models.sheet(device.model().id());
        List<String> there = files.of(device.model().id()).stream()
                .map(FirmwareStore.FirmwareFile::version)
                .toList();
        FirmwareWay.Found way = FirmwareWay.find(
                installed,
                target,
                listed(sheet.map(s -> s.firmware().steps()).orElse("")),
                listed(sheet.map(s -> s.firmware().blocked()).orElse("")),
                there);
        if (way instanceof FirmwareWay.Found.Steps steps) {
            String next = steps.steps().get(0);
            return files.bytes(device.model().id(), next)
                    .<Offer>map(bytes -> new Offer.Next(next, bytes))
                    .orElse(new Offer.NoWay("The file of " + next + " is gone."));
        }
        return way instanceof FirmwareWay.Found.None none ? new Offer.NoWay(none.why()) : new Offer.AllIsWell();
    }

    private static List<String> listed(String text) {
        return Arrays.stream(text.split("[,\\s]+")).filter(t -> !t.isEmpty()).toList();
    }
}
