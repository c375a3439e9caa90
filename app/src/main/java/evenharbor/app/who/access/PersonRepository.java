package evenharbor.app.who.access;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface PersonRepository extends Repository<PersonEntity, String> {
    PersonEntity save(PersonEntity person);

    Optional<PersonEntity> findById(String id);

    Optional<PersonEntity> findByIdAndRemovedAtIsNull(String id);

    Optional<PersonEntity> findByEmail(String email);

    List<PersonEntity> findByIdIn(Iterable<String> ids);
}
