package jordfell.server.templates;

import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import jordfell.core.keys.KeyWish;
import jordfell.core.settings.LayerKind;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
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

    record LayoutView(List<KeyLayoutForm.WishView> wishes, long version, String changedBy) {}

    record PlanWish(
            @Nullable LayerKind layer,
            @Nullable String owner,
            @Nullable List<KeyLayoutForm.WishView> wishes) {}

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
        return new LayoutView(KeyLayoutForm.views(layout.wishes()), layout.version(), layout.changedBy());
    }

    @PutMapping("/keys/{layer}/{owner}")
    void put(@PathVariable LayerKind layer, @PathVariable String owner, @RequestBody KeyLayoutForm wish) {
        String name = owners.name(speaks(layer), owner);
        SortedMap<Integer, KeyWish> wishes = KeyLayoutForm.wishes(wish.wishes());
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
    KeyPlanView plan(@PathVariable long id, @RequestBody PlanWish wish) {
        Optional<FactsAssembler.KeyTrial> trial = wish.layer() == null
                ? Optional.empty()
                : Optional.of(new FactsAssembler.KeyTrial(
                        wish.layer(), wish.owner() == null ? "" : wish.owner(), KeyLayoutForm.wishes(wish.wishes())));
        Assembled device = facts.withKeys(id, trial).orElseThrow(() -> RefusedException.notFound("device"));
        return KeyPlanView.of(device);
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
}
