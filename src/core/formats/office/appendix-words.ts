/** The words with which styles and numbers of appendices begin in other programs' files. */
export const APPENDIX_WORDS = /^(?:appendix|anhang|annexe?)\b/i;
