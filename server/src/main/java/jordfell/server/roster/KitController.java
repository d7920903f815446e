package jordfell.server.roster;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.KitDerivation;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Checked;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.TemplateStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Kits: what each role gets. */
@RestController
@RequestMapping(path = "/api/kits", produces = "application/json")
class KitController {

    record KitDeviceForm(
            DeviceKind kind,
            @Nullable String modelId,
            @Nullable Long templateId) {}

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
            long version) {}

    record KitWish(
            long domainId,
            @Nullable String name,
            int blockFirst,
            int contactLimit,
            boolean outside,
            @Nullable String permissionClass,
            int pinDigits,
            @Nullable List<KitDeviceForm> devices,
            @Nullable String displayName,
            @Nullable String authUser,
            @Nullable String outgoing,
            long version) {}

    record KitTrial(
            @Nullable String displayName,
            @Nullable String authUser,
            @Nullable String outgoing,
            @Nullable String name,
            @Nullable String number,
            @Nullable String domain) {}

    record TrialProblem(String field, String reason) {}

    record TrialView(
            String displayName, String authUser, String outgoing, List<TrialProblem> problems, List<String> words) {}

    private final KitStore store;
    private final DomainStore domains;
    private final ModelStore models;
    private final TemplateStore templates;
    private final Acts acts;

    KitController(KitStore store, DomainStore domains, ModelStore models, TemplateStore templates, Acts acts) {
        this.store = store;
        this.domains = domains;
        this.models = models;
        this.templates = templates;
        this.acts = acts;
    }

    @GetMapping
    List<KitView> kits(@RequestParam long domainId) {
        return store.all(domainId).stream().map(this::view).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody KitWish wish) {
        Kit kit = kit(0, wish.domainId(), wish);
        return new Made(acts.act(id -> "made kit " + kit.name(), recording -> {
                    long id = store.add(kit);
                    recording.made(Kept.KIT, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody KitWish wish) {
        Kit before = get(id);
        Kit after = kit(id, before.domainId(), wish);
        acts.act(x -> "changed kit " + after.name(), recording -> {
            recording.changing(Kept.KIT, id);
            if (!store.change(after, wish.version())) {
                throw RefusedException.changedMeanwhile("kit");
            }
            return id;
        });
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        Kit kit = get(id);
        acts.act(x -> "removed kit " + kit.name(), recording -> {
            recording.removing(Kept.KIT, List.of(id));
            store.remove(id);
            return id;
        });
    }

    /** Says what the formulas give for somebody, while they are typed. */
    @PostMapping("/try")
    TrialView trial(@RequestBody KitTrial wish) {
        KitDerivation.Derived derived = new KitDerivation(
                        new Kit.Formulas(text(wish.displayName()), text(wish.authUser()), text(wish.outgoing())))
                .derive(new KitDerivation.Subject(
                        text(wish.name()).isEmpty() ? "Ida Sørvik" : text(wish.name()),
                        "ida.sorvik@tarnholm.example",
                        "Harbour",
                        text(wish.number()).isEmpty() ? "2431" : text(wish.number()),
                        text(wish.domain())));
        return new TrialView(
                derived.displayName(),
                derived.authUser(),
                derived.outgoing(),
                derived.problems().stream()
                        .map(p -> new TrialProblem(p.field(), p.reason()))
                        .toList(),
                KitDerivation.WORDS.names());
    }

    private Kit kit(long id, long domainId, KitWish wish) {
        Domain domain = domains.find(domainId).orElseThrow(() -> RefusedException.notFound("domain"));
        Optional<Block> block = domain.blocks().stream()
                .filter(b -> b.first() == wish.blockFirst())
                .findFirst();
        if (wish.blockFirst() != 0 && block.isEmpty()) {
            throw RefusedException.field(
                    "/blockFirst", "There is no such block.", "Choose one of the domain’s blocks.");
        }
        Kit.Formulas formulas =
                new Kit.Formulas(text(wish.displayName()), text(wish.authUser()), text(wish.outgoing()));
        List<FieldProblem> problems = new ArrayList<>();
        new KitDerivation(formulas)
                .problems()
                .forEach(p -> problems.add(new FieldProblem(
                        "/" + p.field(),
                        p.reason(),
                        "Such as {{person.name}} or = person.first + ' ' + extension.number.")));
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return new Kit(
                id,
                domainId,
                Checked.needed(wish.name(), "name", "name", 60),
                block,
                Checked.between(wish.contactLimit(), 1, 10, "contactLimit", "contact limit"),
                wish.outside(),
                Checked.text(wish.permissionClass(), "permissionClass", "permission class", 60),
                wish.pinDigits() == 0 ? 0 : Checked.between(wish.pinDigits(), 4, 8, "pinDigits", "number of digits"),
                devices(domainId, wish.devices() == null ? List.of() : wish.devices(), wish.contactLimit()),
                formulas);
    }

    private List<Kit.KitDevice> devices(long domainId, List<KitDeviceForm> wished, int contactLimit) {
        if (wished.size() > contactLimit) {
            throw RefusedException.field(
                    "/devices",
                    wished.size() + " devices share the extension, and it may be on " + contactLimit + ".",
                    "Raise the contact limit, or take a device out.");
        }
        for (KitDeviceForm device : wished) {
            String model = text(device.modelId());
            if (!model.isEmpty()
                    && models.find(model).filter(m -> m.kind() == device.kind()).isEmpty()) {
                throw RefusedException.field("/devices", "There is no such model.", "Choose one of its kind.");
            }
            Long template = device.templateId();
            if (template != null
                    && template > 0
                    && templates
                            .find(template)
                            .filter(t -> t.domainId() == domainId)
                            .isEmpty()) {
                throw RefusedException.field(
                        "/devices", "There is no such template in this domain.", "Choose one of it, or none.");
            }
        }
        return wished.stream()
                .map(d -> new Kit.KitDevice(
                        d.kind(),
                        Optional.ofNullable(d.modelId()).filter(m -> !m.isEmpty()),
                        Optional.ofNullable(d.templateId()).filter(t -> t > 0)))
                .toList();
    }

    private KitView view(Kit kit) {
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
                store.version(kit.id()));
    }

    private Kit get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("kit"));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
