package jordfell.server.roster;

import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.ExtensionRules;
import jordfell.core.roster.SipPassword;
import jordfell.server.device.DeviceStore;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Makes and changes extensions by the rules. */
@Component
public class Extensions {

    private final Jdbc jdbc;
    private final ExtensionStore extensions;
    private final DomainStore domains;
    private final DeviceStore devices;
    private final PathKeeper paths;
    private final Audit audit;
    private final SecureRandom random = new SecureRandom();

    Extensions(
            Jdbc jdbc,
            ExtensionStore extensions,
            DomainStore domains,
            DeviceStore devices,
            PathKeeper paths,
            Audit audit) {
        this.jdbc = jdbc;
        this.extensions = extensions;
        this.domains = domains;
        this.devices = devices;
        this.paths = paths;
        this.audit = audit;
    }

    /** Makes an extension with a generated password. */
    public long make(long domainId, String number, String displayName, Optional<Long> personId) {
        Domain domain = domains.get(domainId);
        refuseNumber(domain, number);
        return jdbc.inTransaction(() -> {
            String name = displayName.isBlank() ? number : displayName.strip();
            long id = extensions.add(domainId, number, name, personId, number + "-a", domain.contactLimit());
            extensions.setPassword(id, SipPassword.generate(random));
            audit.record("made extension " + number + " in " + domain.name());
            return id;
        });
    }

    /** The next number that can be given, empty text when the blocks are full. */
    public String nextFree(long domainId) {
        var next = ExtensionRules.nextFree(domains.get(domainId).blocks(), extensions.numbers(domainId));
        return next.isPresent() ? Integer.toString(next.getAsInt()) : "";
    }

    public void change(Extension before, Extension after) {
        if (!before.number().equals(after.number())) {
            refuseNumber(domains.get(before.domainId()), after.number());
        }
        if (after.authUser().isBlank() || !after.authUser().matches("[A-Za-z0-9._-]{1,64}")) {
            throw RefusedException.field(
                    "/authUser",
                    "An authentication user is made of letters, digits, dot, hyphen and underscore.",
                    "Such as " + after.number() + "-a.");
        }
        if (!extensions.change(after)) {
            throw RefusedException.changedMeanwhile("extension");
        }
        audit.record("changed extension " + after.number());
        paths.touch(devices.withExtension(after.id()));
    }

    public void remove(Extension extension) {
        List<Long> touched = devices.withExtension(extension.id());
        extensions.remove(extension.id());
        audit.record("removed extension " + extension.number());
        paths.touch(touched);
    }

    /** Gives the extension a new password: the typed one, or a generated one. */
    public void setPassword(Extension extension, Optional<String> typed) {
        typed.flatMap(p -> SipPassword.refuse(p, extension.number(), extension.authUser()))
                .ifPresent(reason -> {
                    throw RefusedException.field("/password", reason, "Leave it empty to have one generated.");
                });
        String password = typed.orElseGet(() -> SipPassword.generate(random));
        boolean used = extensions.passwords(extension.id()).contains(password);
        if (used) {
            throw RefusedException.field(
                    "/password", "This extension had this password before.", "Leave it empty to have one generated.");
        }
        extensions.setPassword(extension.id(), password);
        audit.record((typed.isPresent() ? "typed" : "generated") + " a new password for " + extension.number());
        paths.touch(devices.withExtension(extension.id()));
    }

    private void refuseNumber(Domain domain, String number) {
        ExtensionRules.refuse(number, domain.blocks(), extensions.numbers(domain.id()))
                .ifPresent(r -> {
                    throw RefusedException.field("/number", r.reason(), r.hint());
                });
    }
}
