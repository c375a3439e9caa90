package evenharbor.app.harbor.audience;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Lists of people over HTTP. */
@RestController
@RequestMapping("/api/people-lists")
class PeopleListController {

    private final PeopleLists lists;

    PeopleListController(PeopleLists lists) {
        this.lists = lists;
    }

    /** A list as it is to be. @param emails as they were pasted */
    record ListForm(
            @NotBlank(message = "Give the list a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @NotNull @Size(max = 500_000, message = "Paste fewer at once.")
            String emails) {}

    @GetMapping
    List<PeopleLists.PeopleList> all() {
        return lists.mine();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    List<PeopleLists.PeopleList> make(@Valid @RequestBody ListForm form) {
        lists.put("", form.name(), form.emails());
        return lists.mine();
    }

    @PutMapping("/{id}")
    List<PeopleLists.PeopleList> change(@PathVariable String id, @Valid @RequestBody ListForm form) {
        lists.put(id, form.name(), form.emails());
        return lists.mine();
    }

    @DeleteMapping("/{id}")
    List<PeopleLists.PeopleList> remove(@PathVariable String id) {
        lists.remove(id);
        return lists.mine();
    }
}
