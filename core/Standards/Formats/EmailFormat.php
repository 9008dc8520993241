<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use Egulias\EmailValidator\EmailValidator;
use Egulias\EmailValidator\Validation\RFCValidation;

/** An address of RFC 5322 with a domain that could be reached from outside. */
final class EmailFormat implements Format
{
    private readonly EmailValidator $validator;

    public function __construct()
    {
        $this->validator = new EmailValidator();
    }

    public function read(string $written): Understood
    {
        // The form that nearly every address has needs no full parse.
        if (
            preg_match(
                '/^[a-z0-9_]+(?:[.+-][a-z0-9_]+)*@[a-z0-9]+(?:-[a-z0-9]+)*(?:\.[a-z0-9]+(?:-[a-z0-9]+)*)*\.[a-z]{2,24}$/D',
                $written,
            ) === 1 &&
            strlen($written) <= 190
        ) {
            return Understood::as($written);
        }
        $bare = preg_replace('/^(?:mailto:\s*)|^[^<>]*<([^<>]+)>$/i', '$1', $written) ?? $written;
        $bare = trim($bare, " ;,<>'\"");
        $value = mb_strtolower($bare);
        // The standard allows blanks and remarks in parentheses inside; nobody's address has them.
        if (
            strlen($value) > 190 ||
            preg_match('/[\s()]/u', $value) === 1 ||
            preg_match('/@[^@]+\.[^@.\d]{2,}$/u', $value) !== 1 ||
            !$this->validator->isValid($value, new RFCValidation())
        ) {
            return Understood::not('email.form', "\"{$written}\" is not an email address", 'Correct it, or leave this value out');
        }

        return Understood::as($value, $bare !== $written ? 'the address alone' : ($value !== $bare ? 'small letters' : ''));
    }
}
