package jordfell.server.templates;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlan;
import jordfell.core.keys.KeyWish;
import jordfell.core.settings.LayerKind;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.KeyLayoutStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a layer wishes of the keys, and what comes of it on one real device. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class KeyController {

    /**
     * A wish at a position.
     *
     * @param department for a row that a rule fills: whose people; empty for everyone
     * @param order how that row is sorted; null if it is no rule
     */
    record WishView(
            int position,
            @Nullable KeyKind kind,
            @Nullable String target,
            @Nullable String label,
            @Nullable String department,
            KeyFill.@Nullable Order order) {}

    record LayoutView(List<WishView> wishes, long version, String changedBy) {}

    record LayoutWish(@Nullable List<WishView> wishes, long version) {}

    record PlanWish(
            @Nullable LayerKind layer,
            @Nullable String owner,
            @Nullable List<WishView> wishes) {}

    record BankView(int keys, int pages, int sidecars, int sidecarKeys, int size) {}

    record PlacedView(
            int position, int sidecar, int page, int slot, KeyKind kind, String target, String label, String origin) {}

    record MisfitView(int position, KeyKind kind, String target, String label, String origin, int moveTo) {}

    /**
     * What comes of all layouts on one device.
     *
     * @param written whether its family's files have a place for keys at all
     * @param sentence what does not fit; empty if all does
     */
    record PlanView(
            String model,
            boolean written,
            BankView bank,
            List<PlacedView> placed,
            List<MisfitView> misfits,
            String sentence) {}

    private final KeyLayoutStore layouts;
    private final LayerOwners owners;
    private final FactsAssembler facts;
    private final Acts acts;

    KeyController(KeyLayoutStore layouts, LayerOwners owners, FactsAssembler facts, Acts acts) {
        this.layouts = layouts;
        this.owners = owners;
        this.facts = facts;
        this.acts = acts;
    }

    @GetMapping("/keys/{layer}/{owner}")
    LayoutView layout(@PathVariable LayerKind layer, @PathVariable String owner) {
        owners.name(speaks(layer), owner);
        KeyLayoutStore.Layout layout = layouts.get(layer, owner);
        return new LayoutView(
                layout.wishes().entrySet().stream()
                        .map(e -> view(e.getKey(), e.getValue()))
                        .toList(),
                layout.version(),
                layout.changedBy());
    }

    @PutMapping("/keys/{layer}/{owner}")
    void put(@PathVariable LayerKind layer, @PathVariable String owner, @RequestBody LayoutWish wish) {
        String name = owners.name(speaks(layer), owner);
        SortedMap<Integer, KeyWish> wishes = wishes(wish.wishes());
        acts.act(x -> "laid out the keys of " + LayerOwners.words(layer) + " " + name, recording -> {
            recording.changing(Kept.of(layer), owner);
            if (!layouts.put(layer, owner, wishes, wish.version())) {
                throw RefusedException.overtaken(
                        layouts.get(layer, owner).changedBy()
                                + " changed these keys since you opened them. Yours are kept here: look at theirs, then decide.");
            }
            return owner;
        });
    }

    /** What comes of the layouts on a device if a layer wished this; without a layer, of those that are kept. */
    @PostMapping("/devices/{id}/keys")
    PlanView plan(@PathVariable long id, @RequestBody PlanWish wish) {
        Optional<FactsAssembler.KeyTrial> trial = wish.layer() == null
                ? Optional.empty()
                : Optional.of(new FactsAssembler.KeyTrial(
                        wish.layer(), wish.owner() == null ? "" : wish.owner(), wishes(wish.wishes())));
        Assembled device = facts.withKeys(id, trial).orElseThrow(() -> RefusedException.notFound("device"));
        KeyBank bank = device.bank();
        KeyPlan plan = device.keys();
        return new PlanView(
                device.device().model().fullName(),
                device.dialect().filter(d -> d.understandsKeys()).isPresent(),
                new BankView(bank.keys(), bank.pages(), bank.sidecars(), bank.sidecarKeys(), bank.size()),
                plan.placed().stream()
                        .map(k -> new PlacedView(
                                k.position(),
                                k.place().sidecar(),
                                k.place().page(),
                                k.place().slot(),
                                k.kind(),
                                k.target(),
                                k.label(),
                                k.origin()))
                        .toList(),
                plan.misfits().stream()
                        .map(m -> new MisfitView(
                                m.position(),
                                m.kind(),
                                m.target(),
                                m.label(),
                                m.origin(),
                                m.moveTo().orElse(0)))
                        .toList(),
                plan.misfitSentence(bank).orElse(""));
    }

    /** The labels of a device's keys to print and cut out: a strip for each page and sidecar. */
    @GetMapping(path = "/devices/{id}/key-labels", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> labels(@PathVariable long id) {
        Assembled device = facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device"));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=key-labels-" + id + ".pdf")
                .body(KeyLabels.draw(
                        device.device().label(),
                        device.device().model().fullName(),
                        device.bank(),
                        device.keys().placed()));
    }

    /** Only templates and single devices lay out keys: other layers know no phone's edge. */
    private static LayerKind speaks(LayerKind layer) {
        if (layer != LayerKind.TEMPLATE && layer != LayerKind.DEVICE) {
            throw RefusedException.field(
                    "/", "Keys are laid out in templates and on single devices.", "Choose one of these layers.");
        }
        return layer;
    }

    private static SortedMap<Integer, KeyWish> wishes(@Nullable List<WishView> views) {
        SortedMap<Integer, KeyWish> wishes = new TreeMap<>();
        List<FieldProblem> problems = new ArrayList<>();
        for (WishView view : views == null ? List.<WishView>of() : views) {
            String pointer = "/wishes/" + view.position();
            if (view.position() < 1 || view.position() > KeyWish.HIGHEST_POSITION) {
                problems.add(new FieldProblem(
                        pointer,
                        "There is no key " + view.position() + ".",
                        "1 to " + KeyWish.HIGHEST_POSITION + " are."));
                continue;
            }
            KeyWish wish = new KeyWish(
                    Optional.ofNullable(view.kind()).orElse(KeyKind.EMPTY),
                    view.target() == null ? "" : view.target().strip(),
                    view.label() == null ? "" : view.label().strip(),
                    Optional.ofNullable(view.order())
                            .map(order -> new KeyFill(
                                    view.department() == null
                                            ? ""
                                            : view.department().strip(),
                                    order)));
            wish.refuse()
                    .ifPresent(reason ->
                            problems.add(new FieldProblem(pointer, "Key " + view.position() + ": " + reason, "")));
            wishes.put(view.position(), wish);
        }
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return wishes;
    }

    private static WishView view(int position, KeyWish wish) {
        return new WishView(
                position,
                wish.kind(),
                wish.target(),
                wish.label(),
                wish.fill().map(KeyFill::department).orElse(null),
                wish.fill().map(KeyFill::order).orElse(null));
    }
}
