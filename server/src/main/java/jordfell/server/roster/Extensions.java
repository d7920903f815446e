package jordfell.server.roster;

import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.ExtensionDetails;
import jordfell.core.roster.ExtensionRules;
import jordfell.core.roster.Pin;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Acts;
import jordfell.server.change.Changes;
import jordfell.server.change.Kept;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DialStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Makes and changes extensions by the rules. */
@Component
public class Extensions {

    private final ExtensionStore extensions;
    private final DomainStore domains;
    private final DeviceStore devices;
    private final OutsideNumberStore numbers;
    private final DialStore dials;
    private final Changes changes;
    private final Acts acts;
    private final Audit audit;
    private final SecureRandom random = new SecureRandom();

    Extensions(
            ExtensionStore extensions,
            DomainStore domains,
            DeviceStore devices,
            OutsideNumberStore numbers,
            DialStore dials,
            Changes changes,
            Acts acts,
            Audit audit) {
        this.extensions = extensions;
        this.domains = domains;
        this.devices = devices;
        this.numbers = numbers;
        this.dials = dials;
        this.changes = changes;
        this.acts = acts;
        this.audit = audit;
    }

    /** Makes an extension with a generated password. */
    public long make(long domainId, String number, String displayName, Optional<Long> personId) {
        return make(domainId, number, displayName, recording -> personId);
    }

    long make(long domainId, String number, String displayName, NamedPeople.Owner owner) {
        Domain domain = domains.get(domainId);
        refuseNumber(domain, number);
        String name = displayName.isBlank() ? number : displayName.strip();
        return acts.act(id -> "made extension " + number + " in " + domain.name(), recording -> {
                    long id = extensions.add(new Extension(
                            0,
                            domainId,
                            number,
                            name,
                            owner.apply(recording),
                            number + "-a",
                            domain.contactLimit(),
                            false,
                            "",
                            "",
                            "",
                            1));
                    extensions.setPassword(id, SipPassword.generate(random));
                    recording.made(Kept.EXTENSION, id);
                    return id;
                })
                .result();
    }

    /** The next number that can be given, empty text when the blocks are full. */
    public String nextFree(long domainId) {
        Domain domain = domains.get(domainId);
        var next = ExtensionRules.nextFree(domain.blocks(), domain.numberPlan(), extensions.numbers(domainId));
        return next.isPresent() ? Integer.toString(next.getAsInt()) : "";
    }

    public void change(Extension before, Extension after) {
        change(before, after, recording -> after.personId());
    }

    /** Changes an extension, which becomes this owner’s. */
    void change(Extension before, Extension after, NamedPeople.Owner owner) {
        Domain domain = domains.get(before.domainId());
        if (!before.number().equals(after.number())) {
            refuseNumber(domain, after.number());
        }
        RefusedException.ifAny(ExtensionDetails.refuse(
                after.written(),
                devices.withExtension(before.id()).size(),
                number -> number.equals(before.outgoing()) || numbers.mayBeShown(domain.id(), number),
                name -> name.equals(before.permissionClass()) || dials.isPermission(domain.id(), name)));
        if (after.outside() && !before.outside()) {
            refuseWeakOutside(domain, after, "/outside");
        }
        acts.act(id -> "changed extension " + after.number(), recording -> {
            recording.changing(Kept.EXTENSION, after.id());
            if (!extensions.change(after.of(owner.apply(recording)))) {
                throw RefusedException.changedMeanwhile("extension");
            }
            return after.id();
        });
    }

    public void remove(Extension extension) {
        acts.act(id -> "removed extension " + extension.number(), recording -> {
            recording.changing(Kept.DEVICE, devices.withExtension(extension.id()));
            recording.removing(Kept.EXTENSION, List.of(extension.id()));
            devices.withExtension(extension.id()).forEach(devices::bump);
            extensions.remove(extension.id());
            return extension.id();
        });
    }

    /** Gives the extension a new password: the typed one, or a generated one. */
    public void setPassword(Extension extension, Optional<String> typed) {
        Domain domain = domains.get(extension.domainId());
        typed.flatMap(p -> domain.rules()
                        .password()
                        .refuse(p, extension.number(), extension.authUser(), extension.outside()))
                .ifPresent(reason -> {
                    throw RefusedException.field("/password", reason, "Leave it empty to have one generated.");
                });
        boolean isPin = typed.isPresent() && extensions.pin(extension.id()).equals(typed);
        if (isPin) {
            throw RefusedException.field(
                    "/password", "This is its voicemail PIN.", "Leave it empty to have one generated.");
        }
        String password = typed.orElseGet(() -> SipPassword.generate(random, passwordField(extension)));
        boolean used = extensions.passwords(extension.id()).contains(password);
        if (used) {
            throw RefusedException.field(
                    "/password", "This extension had this password before.", "Leave it empty to have one generated.");
        }
        extensions.setPassword(extension.id(), password);
        String words = (typed.isPresent() ? "typed" : "generated") + " a new password for " + extension.number();
        audit.record(words);
        changes.tell(Subject.PASSWORD, List.of(extension.id()), words);
    }

    /** Gives the extension a voicemail PIN: the typed one, or a generated one. */
    public void setPin(Extension extension, Optional<String> typed) {
        int digits = domains.get(extension.domainId()).rules().pinDigits();
        typed.flatMap(p -> Pin.refuse(p, extension.number(), digits)).ifPresent(reason -> {
            throw RefusedException.field("/pin", reason, "Leave it empty to have one made.");
        });
        extensions.setPin(extension.id(), typed.orElseGet(() -> Pin.generate(random, extension.number(), digits)));
        audit.record("set the voicemail PIN of " + extension.number());
    }

    /** Only a password that attackers can't guess may be used from outside. */
    public void refuseWeakOutside(Domain domain, Extension extension, String pointer) {
        String password = extensions.passwords(extension.id()).get(0);
        domain.rules()
                .password()
                .refuse(password, extension.number(), extension.authUser(), true)
                .ifPresent(reason -> {
                    throw RefusedException.field(
                            pointer,
                            "Its present password won’t do outside: " + reason,
                            "Give it a new password first.");
                });
    }

    /** The shortest password field among the devices that have the extension. */
    private int passwordField(Extension extension) {
        return devices.withExtension(extension.id()).stream()
                .flatMap(id -> devices.find(id).stream())
                .mapToInt(d -> d.model().passwordField())
                .min()
                .orElse(SipPassword.LENGTH);
    }

    private void refuseNumber(Domain domain, String number) {
        ExtensionRules.refuse(number, domain.numberPlan(), extensions.numbers(domain.id()))
                .ifPresent(r -> {
                    throw RefusedException.field("/number", r.reason(), r.hint());
                });
    }
}
