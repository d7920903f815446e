package jordfell.server.handoff;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.identity.ClaimCode;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlan;
import jordfell.core.roster.Domain;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.PersonStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a person gets about their phone. No secret is in it: the PIN is told by a link of its own, once. */
@RestController
@RequestMapping(path = "/api/people/{id}/welcome", produces = "application/json")
class WelcomeController {

    /**
     * The sheet.
     *
     * @param emergency numbers that always pass
     */
    record Welcome(
            String name, String domain, List<String> emergency, List<WelcomeLine> lines, List<WelcomeDevice> devices) {}

    /**
     * A number of theirs.
     *
     * @param outside by which they are called from outside, as people write them
     * @param voicemail what is dialled to hear messages; empty if no device says
     */
    record WelcomeLine(long extensionId, String number, List<String> outside, String voicemail, boolean hasPin) {}

    /**
     * A device of theirs.
     *
     * @param claim what is typed on it, so that it learns whose it is; empty if it knows
     */
    record WelcomeDevice(
            long deviceId,
            String label,
            String model,
            String site,
            boolean isSoftphone,
            String claim,
            List<WelcomeKey> keys) {}

    /** @param does what it is for, in a few words */
    record WelcomeKey(String place, String label, String does) {}

    private final PersonStore people;
    private final ExtensionStore extensions;
    private final OutsideNumberStore outside;
    private final DomainStore domains;
    private final DeviceStore devices;
    private final FactsAssembler assembler;

    WelcomeController(
            PersonStore people,
            ExtensionStore extensions,
            OutsideNumberStore outside,
            DomainStore domains,
            DeviceStore devices,
            FactsAssembler assembler) {
        this.people = people;
        this.extensions = extensions;
        this.outside = outside;
        this.domains = domains;
        this.devices = devices;
        this.assembler = assembler;
    }

    @GetMapping
    Welcome welcome(@PathVariable long id) {
        PersonStore.Person person = people.find(id).orElseThrow(() -> RefusedException.notFound("person"));
        Domain domain = domains.get(person.domainId());
        List<Extension> own = extensions.ofPerson(id);
        List<Assembled> theirs = own.stream()
                .flatMap(extension -> devices.withExtension(extension.id()).stream())
                .distinct()
                .flatMap(device -> assembler.assemble(device).stream())
                .toList();
        return new Welcome(
                person.name(),
                domain.name(),
                domain.rules().emergency().stream().sorted().toList(),
                own.stream().map(extension -> line(extension, theirs)).toList(),
                theirs.stream().map(WelcomeController::device).toList());
    }

    private WelcomeLine line(Extension extension, List<Assembled> theirs) {
        return new WelcomeLine(
                extension.id(),
                extension.number(),
                outside.ringing(extension.id()).stream()
                        .map(did -> OutsideNumber.show(did.e164()))
                        .toList(),
                theirs.stream()
                        .map(device -> voicemail(device, extension))
                        .filter(number -> !number.isEmpty())
                        .findFirst()
                        .orElse(""),
                extensions.pin(extension.id()).isPresent());
    }

    private static String voicemail(Assembled device, Extension extension) {
        return device.lines().stream()
                .filter(line ->
                        line.extension().filter(e -> e.id() == extension.id()).isPresent())
                .map(line -> line.settings().value(SettingsCatalogue.VOICEMAIL))
                .findFirst()
                .orElse("");
    }

    private static WelcomeDevice device(Assembled device) {
        Optional<ClaimCode> waiting = device.device().mac().isPresent()
                ? Optional.empty()
                : device.device().claim();
        boolean isWritten = device.dialect().filter(d -> d.understandsKeys()).isPresent();
        return new WelcomeDevice(
                device.device().id(),
                device.device().label(),
                device.device().model().fullName(),
                device.site().name(),
                device.device().model().kind() == DeviceKind.SOFTPHONE,
                waiting.map(ClaimCode::toString).orElse(""),
                isWritten
                        ? device.keys().placed().stream()
                                .filter(key -> key.kind() != KeyKind.EMPTY)
                                .map(WelcomeController::key)
                                .toList()
                        : List.of());
    }

    private static WelcomeKey key(KeyPlan.Placed key) {
        return new WelcomeKey(key.place().toString(), key.label(), does(key.kind(), key.target()));
    }

    private static String does(KeyKind kind, String target) {
        return switch (kind) {
            case LINE -> "opens line " + target;
            case BLF -> "shows whether " + target + " is busy, and calls it";
            case SPEED_DIAL -> "calls " + target;
            case PARK -> "parks a call at " + target + ", or takes it from there";
            case TRANSFER -> "gives the call to " + target;
            case INTERCOM -> "speaks to " + target + " at once";
            case VOICEMAIL -> "plays your messages";
            case DIRECTORY -> "opens the phonebook";
            case PAGE -> "speaks to all of " + target;
            case EMPTY -> "";
        };
    }
}
