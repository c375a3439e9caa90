package evenharbor.app.who.access;

import jakarta.validation.constraints.Email;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

/** Someone who is to sign in from now on. */
public record NewPerson(
        @NotBlank(message = "Type a name.") @Size(max = 120, message = "Use at most 120 characters.")
        String name,

        @NotBlank(message = "Type an e-mail.")
        @Email(message = "Type an e-mail such as ada@example.org.")
        @Size(max = 254, message = "Use at most 254 characters.")
        String email,

        @NotBlank(message = "Choose a password.") @Size(max = 200, message = "Use at most 200 characters.")
        String password) {}
