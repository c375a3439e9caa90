/**
 * A registry that sells names under the practice endings, speaking EPP (RFC 5730, 5731, 5734, with fees by RFC 8748).
 * Entry points: {@link evenharbor.practice.registry.Registry} and {@link evenharbor.practice.registry.EppServer}.
 */
package evenharbor.practice.registry;
