package jordfell.server.roster;

import java.security.SecureRandom;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.device.Device;
import jordfell.core.path.Standing;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.change.Recording;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.PersonStore.Person;
import org.springframework.stereotype.Component;

/** Somebody leaves: decides what becomes of what they held. */
@Component
class Leavers {

    /** One thing that somebody holds, and what becomes of it. */
    record HeldThing(String what, String becomes) {}

    /** Everything that somebody holds. */
    record Leaving(String name, List<HeldThing> held) {}

    private final PersonStore people;
    private final ExtensionStore extensions;
    private final OutsideNumberStore numbers;
    private final DeviceStore devices;
    private final Acts acts;
    private final InstantSource clock;
    private final SecureRandom random = new SecureRandom();

    Leavers(
            PersonStore people,
            ExtensionStore extensions,
            OutsideNumberStore numbers,
            DeviceStore devices,
            Acts acts,
            InstantSource clock) {
        this.people = people;
        this.extensions = extensions;
        this.numbers = numbers;
        this.devices = devices;
        this.acts = acts;
        this.clock = clock;
    }

    Leaving look(long personId) {
        Person person = get(personId);
        List<HeldThing> held = new ArrayList<>();
        for (Extension extension : extensions.ofPerson(personId)) {
            held.add(new HeldThing("extension " + extension.number(), "nobody’s; its password is changed"));
            numbers.ringing(extension.id())
                    .forEach(n ->
                            held.add(new HeldThing("outside number " + n.e164(), "still rings " + extension.number())));
            for (Device device : devicesOf(extension)) {
                held.add(new HeldThing(device.label() + ", " + device.model().fullName(), fate(device)));
            }
        }
        return new Leaving(person.name(), held);
    }

    /** The act, so that it can be undone. */
    long leave(long personId) {
        Person person = get(personId);
        if (person.leftAt().isPresent()) {
            throw RefusedException.field("/", person.name() + " has left already.", "Nothing is to be done.");
        }
        return acts.act(id -> person.name() + " left", recording -> {
                    extensions.ofPerson(personId).forEach(e -> release(e, recording));
                    recording.changing(Kept.PERSON, personId);
                    people.change(new Person(
                            person.id(),
                            person.domainId(),
                            person.name(),
                            person.email(),
                            person.mobile(),
                            person.department(),
                            person.language(),
                            person.zone(),
                            person.kitId(),
                            Optional.of(clock.instant()),
                            person.version()));
                    return personId;
                })
                .actId();
    }

    private void release(Extension extension, Recording recording) {
        recording.changing(Kept.EXTENSION, extension.id());
        for (Device device : devicesOf(extension)) {
            if (!soleUse(device)) {
                continue;
            }
            recording.changing(Kept.DEVICE, device.id());
            devices.setLines(device.id(), List.of());
            devices.setStanding(
                    device.id(), device.model().kind() == DeviceKind.SOFTPHONE ? Standing.RETIRED : Standing.SPARE);
        }
        extensions.setPassword(extension.id(), SipPassword.generate(random));
        extensions.clearPerson(extension.id());
    }

    private String fate(Device device) {
        if (!soleUse(device)) {
            return "stays, and is to be released again";
        }
        return device.model().kind() == DeviceKind.SOFTPHONE ? "retired" : "a spare";
    }

    /** Whether the device serves one extension alone. */
    private boolean soleUse(Device device) {
        return devices.lines(device.id()).stream()
                        .flatMap(l -> l.extensionId().stream())
                        .collect(Collectors.toSet())
                        .size()
                == 1;
    }

    private List<Device> devicesOf(Extension extension) {
        return devices.withExtension(extension.id()).stream()
                .flatMap(id -> devices.find(id).stream())
                .toList();
    }

    private Person get(long id) {
        return people.find(id).orElseThrow(() -> RefusedException.notFound("person"));
    }
}
