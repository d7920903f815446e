package jordfell.server.roster;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.KitDerivation;
import jordfell.core.roster.NumberRun;
import jordfell.core.roster.NumbersInUse;
import jordfell.core.roster.Pin;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.PersonStore;
import org.springframework.stereotype.Component;

/** Makes extensions in runs. */
@Component
class Runs {

    record Made(long actId, int extensions) {}

    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final PersonStore people;
    private final KitStore kits;
    private final OutsideNumberStore numbers;
    private final Acts acts;
    private final SecureRandom random = new SecureRandom();

    Runs(
            DomainStore domains,
            ExtensionStore extensions,
            PersonStore people,
            KitStore kits,
            OutsideNumberStore numbers,
            Acts acts) {
        this.numbers = numbers;
        this.domains = domains;
        this.extensions = extensions;
        this.people = people;
        this.kits = kits;
        this.acts = acts;
    }

    NumberRun.Laid lay(long domainId, String from, int count) {
        Domain domain = domains.find(domainId).orElseThrow(() -> RefusedException.notFound("domain"));
        NumbersInUse taken = NumbersInUse.of(extensions.allNumbers(domainId));
        return NumberRun.lay(from, count, domain.numberPlan(), taken);
    }

    /**
     * Makes the run.
     *
     * @param names for the numbers in their order; with a kit they are people's, without one they are places'
     */
    Made make(long domainId, String from, int count, List<String> names, Optional<Long> kitId) {
        Domain domain = domains.get(domainId);
        Optional<Kit> kit = kitId.map(id -> kits.find(id).orElseThrow(() -> RefusedException.notFound("kit")));
        Acts.Done<Integer> done =
                acts.act(made -> "made " + made + " extensions from " + from + " in " + domain.name(), recording -> {
                    NumberRun.Laid laid = lay(domainId, from, count);
                    laid.problem().ifPresent(reason -> {
                        throw RefusedException.field("/count", reason, "Begin elsewhere, or make fewer.");
                    });
                    List<Optional<Long>> owners =
                            owners(domainId, laid.numbers().size(), names, kit, recording);
                    KitDerivation derivation =
                            new KitDerivation(kit.map(Kit::formulas).orElse(Kit.Formulas.USUAL));
                    List<Extension> wanted = new ArrayList<>();
                    List<String> passwords = new ArrayList<>();
                    for (int i = 0; i < laid.numbers().size(); i++) {
                        wanted.add(extension(
                                domain, laid.numbers().get(i), name(names, i), owners.get(i), kit, derivation));
                        passwords.add(SipPassword.generate(random));
                    }
                    List<Long> ids = extensions.addAll(wanted, passwords);
                    recording.made(Kept.EXTENSION, ids);
                    kit.filter(k -> k.pinDigits() > 0).ifPresent(k -> {
                        for (int i = 0; i < ids.size(); i++) {
                            extensions.setPin(
                                    ids.get(i),
                                    Pin.generate(random, wanted.get(i).number(), k.pinDigits()));
                        }
                    });
                    return ids.size();
                });
        return new Made(done.actId(), done.result());
    }

    private List<Optional<Long>> owners(
            long domainId,
            int count,
            List<String> names,
            Optional<Kit> kit,
            jordfell.server.change.Recording recording) {
        List<Optional<Long>> owners = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String name = name(names, i);
            if (kit.isEmpty() || name.isEmpty()) {
                owners.add(Optional.empty());
                continue;
            }
            List<PersonStore.Person> known = people.named(domainId, name);
            if (known.size() > 1) {
                throw RefusedException.field(
                        "/names/" + i,
                        known.size() + " people are called " + name + ".",
                        "Give this one their extension by hand.");
            }
            owners.add(Optional.of(
                    known.isEmpty()
                            ? add(domainId, name, kit, recording)
                            : known.get(0).id()));
        }
        return owners;
    }

    private long add(long domainId, String name, Optional<Kit> kit, jordfell.server.change.Recording recording) {
        long id = people.add(
                new PersonStore.Person(0, domainId, name, "", "", "", "", "", kit.map(Kit::id), Optional.empty(), 1));
        recording.made(Kept.PERSON, id);
        return id;
    }

    private Extension extension(
            Domain domain,
            String number,
            String name,
            Optional<Long> owner,
            Optional<Kit> kit,
            KitDerivation derivation) {
        KitDerivation.Derived derived = derivation.derive(
                new KitDerivation.Subject(name.isEmpty() ? number : name, "", "", number, domain.name()),
                shown -> numbers.mayBeShown(domain.id(), shown));
        derived.problems().stream().findFirst().ifPresent(problem -> {
            throw RefusedException.field(
                    "/kitId", number + ": " + problem.reason(), "Mend the formula of the kit, or choose another.");
        });
        return new Extension(
                0,
                domain.id(),
                number,
                derived.displayName().isBlank() ? number : derived.displayName(),
                owner,
                derived.authUser(),
                kit.map(Kit::contactLimit).orElse(domain.contactLimit()),
                kit.map(Kit::outside).orElse(false),
                kit.map(Kit::permissionClass).orElse(""),
                derived.outgoing(),
                "",
                1);
    }

    private static String name(List<String> names, int index) {
        return index < names.size() ? names.get(index) : "";
    }
}
