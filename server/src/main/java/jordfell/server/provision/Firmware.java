package jordfell.server.provision;

import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.FirmwareFitness;
import jordfell.core.catalogue.FirmwareTime;
import jordfell.core.catalogue.FirmwareWay;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.device.Device;
import jordfell.core.release.Snapshot;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.records.FirmwareStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.ReleaseStore;
import org.springframework.stereotype.Component;

/** Decides which firmware a device is given next on its way to the one that its released configuration names. */
@Component
public class Firmware {

    /** What is offered: a version with its file, nothing because all is well, or nothing and why. */
    sealed interface Offer {
        record Next(String version, Path file) implements Offer {}

        record AllIsWell() implements Offer {}

        record NoWay(String why) implements Offer {}
    }

    private final ModelStore models;
    private final FirmwareStore files;
    private final ReleaseStore releases;
    private final InstantSource clock;

    Firmware(ModelStore models, FirmwareStore files, ReleaseStore releases, InstantSource clock) {
        this.models = models;
        this.files = files;
        this.releases = releases;
        this.clock = clock;
    }

    /**
     * What a device is offered.
     *
     * @param userAgent what the device says that it is: {@code model/version}
     */
    Offer offer(Device device, String userAgent) {
        Map<String, String> released =
                releases.latestSnapshot(device.id()).map(Snapshot::values).orElse(Map.of());
        String target = released.getOrDefault(SettingsCatalogue.FIRMWARE, "");
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
                FirmwareFitness.listed(sheet.map(s -> s.firmware().steps()).orElse("")),
                FirmwareFitness.listed(sheet.map(s -> s.firmware().blocked()).orElse("")),
                there);
        if (way instanceof FirmwareWay.Found.Steps steps) {
            Optional<String> notNow = FirmwareTime.of(released.getOrDefault("firmware.when", ""))
                    .refuse(released.getOrDefault(SettingsCatalogue.ZONE, ""), clock.instant());
            if (notNow.isPresent()) {
                return new Offer.NoWay(notNow.get());
            }
            String next = steps.steps().get(0);
            return files.laidOut(device.model().id(), next)
                    .<Offer>map(file -> new Offer.Next(next, file))
                    .orElse(new Offer.NoWay("The file of " + next + " is gone."));
        }
        return way instanceof FirmwareWay.Found.None none ? new Offer.NoWay(none.why()) : new Offer.AllIsWell();
    }
}
