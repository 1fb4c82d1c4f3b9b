@echo off
rem Starts Wistaxis: finds a Java of 25 or newer, builds what is missing, opens the window or runs a command.
setlocal enabledelayedexpansion
set "here=%~dp0"
set "java="
set "looked="
for %%J in ("%WISTAXIS_JAVA%" "%JAVA_HOME%\bin\java.exe") do call :try %%J
for /f "delims=" %%J in ('where java 2^>nul') do call :try "%%J"
for /d %%D in ("%ProgramFiles%\Java\*" "%ProgramFiles%\Eclipse Adoptium\*" "%USERPROFILE%\.jdks\*") do call :try "%%D\bin\java.exe"
if not defined java (
  echo wistaxis: no Java 25 or newer was found. Looked at WISTAXIS_JAVA, JAVA_HOME, the PATH, Program Files and .jdks, and found:!looked! 1>&2
  echo Install a JDK 25, or set WISTAXIS_JAVA to its bin\java.exe. 1>&2
  exit /b 2
)
if not exist "%here%desktop\target\.built" (
  echo wistaxis: building, this takes a minute the first time... 1>&2
  pushd "%here%"
  call mvn -ntp -q -B -DskipTests package 1>&2 || (popd & echo wistaxis: the build failed, see above. 1>&2 & exit /b 2)
  popd
  type nul > "%here%desktop\target\.built"
)
set "window="
if "%~1"=="" set "window=1"
for %%A in (demo screenshots --data) do if "%~1"=="%%A" set "window=1"
if defined window (
  "%java%" "--module-path=%here%desktop\target\javafx" --add-modules=javafx.controls --enable-native-access=javafx.graphics,ALL-UNNAMED --sun-misc-unsafe-memory-access=allow -XX:+UseSerialGC -Xmx512m -cp "%here%desktop\target\classes;%here%desktop\target\lib\*" wistaxis.desktop.Main %*
) else (
  "%java%" --enable-native-access=ALL-UNNAMED -XX:+UseSerialGC -cp "%here%cli\target\classes;%here%cli\target\lib\*" wistaxis.cli.Main %*
)
exit /b %errorlevel%

:try
if defined java exit /b 0
if not exist "%~1" exit /b 0
set "found=0"
for /f tokens^=2^ delims^=^"^. %%V in ('"%~1" -version 2^>^&1 ^| findstr /i version') do set "found=%%V"
set "looked=!looked! [%~1, version !found!]"
if !found! GEQ 25 set "java=%~1"
exit /b 0
