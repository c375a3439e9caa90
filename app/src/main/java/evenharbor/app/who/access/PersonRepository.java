package evenharbor.app.who.access;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface PersonRepository extends Repository<PersonEntity, String> {
    PersonEntity save(PersonEntity person);

    Optional<PersonEntity> findById(String id);

    Optional<PersonEntity> findByIdAndRemovedAtIsNull(String id);

    Optional<PersonEntity> findByEmail(String email);

    @Query("select count(p) from PersonEntity p")
    long count();

    List<PersonEntity> findByIdIn(Iterable<String> ids);
}
