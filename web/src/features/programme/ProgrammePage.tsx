export default function ProgrammePage() {
  return null;
}
