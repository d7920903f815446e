package jordfell.server.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import jordfell.core.device.Device;
import jordfell.lab.scenario.Scenario.Beside;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.roster.Extensions;
import org.springframework.stereotype.Component;

/** Passwords are changed one device after another; half way through somebody is called away, and releases none of it. */
@Component
class HalfRotated implements Course {

    private final Enrolled enrolled;
    private final DeviceStore devices;
    private final ExtensionStore extensions;
    private final Extensions rotating;
    private final ReleaseService releases;

    HalfRotated(
            Enrolled enrolled,
            DeviceStore devices,
            ExtensionStore extensions,
            Extensions rotating,
            ReleaseService releases) {
        this.enrolled = enrolled;
        this.devices = devices;
        this.extensions = extensions;
        this.rotating = rotating;
        this.releases = releases;
    }

    @Override
    public boolean isOf(Beside beside) {
        return beside == Beside.HALF_ROTATED;
    }

    @Override
    public Done begin(Ground ground) {
        List<Device> all = enrolled.of(ground.there());
        Set<Long> here = enrolled.ids(ground.there());
        List<Extension> first = all.subList(0, (all.size() + 1) / 2).stream()
                .flatMap(device -> devices.lines(device.id()).stream())
                .flatMap(line -> line.extensionId().stream())
                .distinct()
                .flatMap(id -> extensions.find(id).stream())
                .toList();
        if (first.isEmpty()) {
            throw RefusedException.field(
                    "/key",
                    "No phone at " + ground.place().name() + " has an extension.",
                    "Choose another site, or bind its devices.");
        }
        first.forEach(extension -> rotating.setPassword(extension, Optional.empty()));
        Set<Long> touched = new TreeSet<>();
        first.forEach(extension -> touched.addAll(devices.withExtension(extension.id())));
        Set<Long> singled = new TreeSet<>(touched);
        singled.retainAll(here);
        return new Done(
                List.of(),
                ground.there(),
                here,
                singled,
                String.join(" ", touched.stream().map(String::valueOf).toList()));
    }

    /** What was begun is finished: who has one of the passwords is given it. */
    @Override
    public void end(Rehearsal rehearsal) {
        List<Long> touched = new ArrayList<>();
        for (String id : rehearsal.undo().split(" ")) {
            touched.add(Long.valueOf(id));
        }
        releases.release(touched, "the rest of the new passwords");
    }
}
